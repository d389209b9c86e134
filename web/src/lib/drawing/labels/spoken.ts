/** A point's name as it is shouted and painted: board AB@A is “A on AB”. The core says its sentences the same way. */
export function spoken(name: string): string {
	return name.replace(
		/\b(?:([A-Z])([A-Z])|([A-Z]+)-([A-Z]+))@(\1|\2|\3|\4)$/,
		(key, ...found: string[]) => `${found[4]} on ${key.slice(0, key.lastIndexOf('@'))}`
	);
}
