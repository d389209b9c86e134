import { readKept, writeKept } from '$lib/ui/kept';

const KEY = 'anvilhead.who';

/** Who holds the tape on this device; asked once, kept on every reading and change. */
class Person {
	#name = $state(readKept(KEY, ''));
	/** Set while the name is being asked for. */
	asking = $state(false);
	#waiting: ((named: boolean) => void)[] = [];

	get name(): string {
		return this.#name;
	}

	/** Make sure of a name; resolves false when the person would rather not say. */
	ensure(): Promise<boolean> {
		if (this.#name) return Promise.resolve(true);
		this.asking = true;
		return new Promise((resolve) => this.#waiting.push(resolve));
	}

	/** Take the answer; an empty one means not now. */
	answer(name: string): void {
		const tidy = name.trim().replace(/\s+/g, ' ');
		if (tidy) {
			this.#name = tidy;
			writeKept(KEY, tidy);
		}
		this.asking = false;
		for (const resolve of this.#waiting.splice(0)) resolve(this.#name !== '');
	}
}

export const person = new Person();
