const SOON_MS = 1200;

/** Does something once what calls for it rests: what lies beside the readings is not fetched for each of them. */
export class Soon {
	#timer: ReturnType<typeof setTimeout> | undefined;

	do(work: () => void): void {
		clearTimeout(this.#timer);
		this.#timer = setTimeout(work, SOON_MS);
	}

	/** Not any more. */
	stop(): void {
		clearTimeout(this.#timer);
	}
}
