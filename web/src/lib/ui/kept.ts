/** Small things kept on this device; a browser that refuses storage only forgets them. */

export function readKept<T>(key: string, otherwise: T): T {
	try {
		const text = localStorage.getItem(key);
		return text === null ? otherwise : (JSON.parse(text) as T);
	} catch {
		return otherwise;
	}
}

/** Keep a value, or forget it; answers whether the device did so. */
export function writeKept(key: string, value: unknown): boolean {
	try {
		if (value === undefined) localStorage.removeItem(key);
		else localStorage.setItem(key, JSON.stringify(value));
		return true;
	} catch {
		return false; // private windows may refuse, and storage may be full
	}
}

/** Keys kept on this device that begin alike, in the order of their names. */
export function keysKept(prefix: string): string[] {
	try {
		return Object.keys(localStorage)
			.filter((key) => key.startsWith(prefix))
			.toSorted();
	} catch {
		return [];
	}
}
