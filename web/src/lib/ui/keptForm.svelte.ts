import { readKept, writeKept } from './kept';

/**
 * What is typed into a form, kept on this device until it was taken: it outlasts a reload and a form that was closed.
 * The component calls `keep` from an effect.
 */
export class KeptForm<T extends object> {
	typed: T = $state() as T;
	readonly #key: string;
	readonly #blank: T;

	constructor(key: string, blank: T) {
		this.#key = key;
		this.#blank = blank;
		this.typed = { ...structuredClone(blank), ...readKept<Partial<T>>(key, {}) };
	}

	keep(): void {
		const typed: unknown = $state.snapshot(this.typed);
		const isBlank = JSON.stringify(typed) === JSON.stringify(this.#blank);
		writeKept(this.#key, isBlank ? undefined : typed);
	}

	/** It was taken: the next one begins anew. */
	clear(): void {
		this.typed = structuredClone(this.#blank);
		this.keep();
	}
}
