import { answer, api, ApiError } from '$lib/api/client';
import type { LengthRead, Units } from '$lib/api/types';

const PAUSE_MS = 60;

/** What else to ask about a text. */
interface Asked {
	/** What it should be, millimetres. */
	againstMm?: number;
	/** How far the far corner moves for each millimetre it is not. */
	farPerMm?: number;
	/** Whether it may be below zero. */
	signed?: boolean;
	/** A word that stands in place of a length. */
	notALength?: string;
}

/**
 * What a typed text means, asked of the server while typing.
 * A newer text overtakes an older one; a late answer to an older text changes nothing.
 */
export class Echo {
	read = $state<LengthRead>();
	trouble = $state('');
	/** The text that was answered last. */
	about = $state('');
	#asked = 0;
	#timer: ReturnType<typeof setTimeout> | undefined;

	/** Ask again for a new text; an empty one, and one that says nothing of a length, asks nothing. */
	ask(text: string, units: Units, how: Asked = {}): void {
		const mine = ++this.#asked;
		clearTimeout(this.#timer);
		if (text.trim() === '' || text === how.notALength) {
			this.read = undefined;
			this.trouble = '';
			return;
		}
		this.#timer = setTimeout(() => void this.#fetch(mine, text, units, how), PAUSE_MS);
	}

	/** Ask at once what is wrong with a text; '' when nothing is, or when nobody answers. */
	async check(text: string, units: Units, how: Asked = {}): Promise<string> {
		clearTimeout(this.#timer);
		if (text.trim() === '') return '';
		return this.#fetch(++this.#asked, text, units, how);
	}

	async #fetch(mine: number, text: string, units: Units, how: Asked): Promise<string> {
		try {
			const echo = await answer(
				api.POST('/api/lengths', {
					body: {
						text,
						units,
						signed: how.signed ?? false,
						against_mm: how.againstMm,
						far_per_mm: how.farPerMm
					}
				})
			);
			const trouble = echo.trouble?.message ?? '';
			if (mine === this.#asked) {
				this.read = echo.read ?? undefined;
				this.trouble = trouble;
				this.about = text;
			}
			return trouble;
		} catch (error) {
			// without an answer there is no echo; the text stays, and recording it will tell
			if (!(error instanceof ApiError)) throw error;
			if (mine === this.#asked) this.read = undefined;
			return '';
		}
	}
}
