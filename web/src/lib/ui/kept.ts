/** Small things kept on this device; a browser that refuses storage only forgets them. */

export function readKept<T>(key: string, otherwise: T): T {
	try {
		const text = localStorage.getItem(key);
		return text === null ? otherwise : (JSON.parse(text) as T);
	} catch {
		return otherwise;
	}
}

export function writeKept(key: string, value: unknown): void {
	try {
		if (value === undefined) localStorage.removeItem(key);
		else localStorage.setItem(key, JSON.stringify(value));
	} catch {
		// private windows may refuse; nothing here is worth stopping for
	}
}
