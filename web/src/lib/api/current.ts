import { ApiError } from './client';

const RETRY_MS = 2000;

/**
 * What the server keeps, as it is shown: fetched again whenever it changed, one fetch at a time.  An answer that was
 * asked for before something newer was taken is asked for again; while the server is away it is tried until it is back.
 */
export class Current<T> {
	/** How often something newer was taken than what is on its way. */
	#taken = 0;
	#again = false;
	#left = false;
	#running: Promise<void> | undefined;
	#ending = new AbortController();
	#retry: ReturnType<typeof setTimeout> | undefined;
	readonly #ask: (signal: AbortSignal) => Promise<T>;
	readonly #show: (got: T) => void;
	readonly #refused: (error: ApiError) => void;

	constructor(
		ask: (signal: AbortSignal) => Promise<T>,
		show: (got: T) => void,
		refused: (error: ApiError) => void
	) {
		this.#ask = ask;
		this.#show = show;
		this.#refused = refused;
	}

	/** The answer to an act was taken: it is newer than what is on its way. */
	taken(): void {
		this.#taken++;
	}

	/** Fetch again; while a fetch is on its way, once more after it.  Resolves once it is shown or refused. */
	refresh(): Promise<void> {
		clearTimeout(this.#retry);
		if (this.#running) {
			this.#again = true;
			return this.#running;
		}
		const running = this.#run(this.#ending.signal).finally(() => {
			if (this.#running === running) this.#running = undefined;
		});
		this.#running = running;
		return running;
	}

	/** Something else is wanted now: let go of what is on its way, and fetch that. */
	restart(): Promise<void> {
		this.#ending.abort();
		this.#ending = new AbortController();
		this.#running = undefined;
		return this.refresh();
	}

	/** The page is left: nothing is asked for it any more. */
	leave(): void {
		this.#left = true;
		clearTimeout(this.#retry);
	}

	async #run(signal: AbortSignal): Promise<void> {
		try {
			let before: number;
			do {
				this.#again = false;
				before = this.#taken;
				const got = await this.#ask(signal);
				if (signal.aborted) return;
				if (before === this.#taken) this.#show(got);
			} while ((before !== this.#taken || this.#again) && !this.#left);
		} catch (error) {
			if (signal.aborted) return; // nobody waits for it
			if (!(error instanceof ApiError)) throw error;
			this.#refused(error);
			if (error.isPassing && !this.#left)
				this.#retry = setTimeout(() => void this.refresh(), RETRY_MS);
		}
	}
}
