/** What is typed into a field that takes no length. */

/** Per cent as a share; nothing for what is not between 0 and 100. */
export function shareOf(text: string): number | undefined {
	const number = Number(text.trim().replace(',', '.').replace(/%$/, ''));
	return text.trim() !== '' && number >= 0 && number <= 100 ? number / 100 : undefined;
}

/** A share as per cent, as it would be typed. */
export const percentOf = (share: number): string => String(Math.round(share * 1000) / 10);

/** A small count; nothing for what is not a whole number from 0 to 20. */
export function countOf(text: string): number | undefined {
	const number = Number(text.trim());
	return text.trim() !== '' && Number.isInteger(number) && number >= 0 && number <= 20
		? number
		: undefined;
}

export const NO_SHARE = 'Type the per cent as a number from 0 to 100.';

/** A length of a document as one would type it: a number is millimetres. */
export const typedText = (value: string | number | null | undefined): string =>
	typeof value === 'number' ? `${value} mm` : (value ?? '');

/** A name that no other thing has: the first that is free of “pad”, “pad 2”, “pad 3” … */
export function freeName(base: string, taken: string[]): string {
	let name = base;
	for (let number = 2; taken.includes(name); number++) name = `${base} ${number}`;
	return name;
}
