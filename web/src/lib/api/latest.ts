import { ApiError } from './client';

/**
 * One question at a time of a kind: a newer one overtakes an older, which is ended so that nobody works for nothing; a
 * late answer changes nothing.  Questions asked while somebody types wait for a pause.
 */
export class Latest {
	#asked = 0;
	#ending = new AbortController();
	#timer: ReturnType<typeof setTimeout> | undefined;
	#left = false;

	/** Ask after a pause; `take` is given the answer, `refused` what the server said, unless a newer one was asked. */
	later<T>(
		pauseMs: number,
		ask: (signal: AbortSignal) => Promise<T>,
		take: (got: T) => void,
		refused: (error: ApiError) => void
	): void {
		this.drop();
		if (!this.#left) this.#timer = setTimeout(() => void this.#run(ask, take, refused), pauseMs);
	}

	/** The same at once; resolves when it is answered, refused or overtaken. */
	async now<T>(
		ask: (signal: AbortSignal) => Promise<T>,
		take: (got: T) => void,
		refused: (error: ApiError) => void
	): Promise<void> {
		this.drop();
		await this.#run(ask, take, refused);
	}

	/** Let go of what is asked, and of what waits to be. */
	drop(): void {
		clearTimeout(this.#timer);
		this.#ending.abort();
		this.#ending = new AbortController();
		this.#asked++;
	}

	/** The page is left: nothing is asked any more. */
	leave(): void {
		this.#left = true;
		clearTimeout(this.#timer);
	}

	async #run<T>(
		ask: (signal: AbortSignal) => Promise<T>,
		take: (got: T) => void,
		refused: (error: ApiError) => void
	): Promise<void> {
		const mine = this.#asked;
		try {
			const got = await ask(this.#ending.signal);
			if (mine === this.#asked) take(got);
		} catch (error) {
			if (mine !== this.#asked) return; // ended, or nobody waits for it
			if (!(error instanceof ApiError)) throw error;
			refused(error);
		}
	}
}
