import { answer, api, ApiError } from '$lib/api/client';
import type { LengthRead, Units } from '$lib/api/types';

const PAUSE_MS = 60;

/**
 * What a typed text means, asked of the server while typing.
 * A newer text overtakes an older one; a late answer to an older text changes nothing.
 */
export class Echo {
	read = $state<LengthRead>();
	trouble = $state('');
	#asked = 0;
	#timer: ReturnType<typeof setTimeout> | undefined;

	/** Ask again for a new text; an empty one asks nothing. */
	ask(text: string, units: Units, againstMm?: number): void {
		const mine = ++this.#asked;
		clearTimeout(this.#timer);
		if (text.trim() === '') {
			this.read = undefined;
			this.trouble = '';
			return;
		}
		this.#timer = setTimeout(async () => {
			try {
				const read = await answer(
					api.POST('/api/lengths', { body: { text, units, against_mm: againstMm } })
				);
				if (mine !== this.#asked) return;
				this.read = read;
				this.trouble = '';
			} catch (error) {
				if (mine !== this.#asked || !(error instanceof ApiError)) return;
				this.read = undefined;
				this.trouble = error.isPassing ? '' : error.message;
			}
		}, PAUSE_MS);
	}
}
