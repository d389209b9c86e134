import type { Schemas } from '$lib/api/client';
import { Latest } from '$lib/api/latest';
import type { LengthRead, Units } from '$lib/api/types';
import { readLength } from './echoes';

const PAUSE_MS = 40;

/** What else to ask about a text. */
interface Asked {
	/** What it should be, millimetres. */
	againstMm?: number | undefined;
	/** How far the far corner moves for each millimetre it is not. */
	farPerMm?: number | undefined;
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
	readonly #latest = new Latest();

	/** Ask again for a new text; an empty one, and one that says nothing of a length, asks nothing. */
	ask(text: string, units: Units, how: Asked = {}): void {
		if (text.trim() === '' || text === how.notALength) {
			this.#latest.drop();
			this.read = undefined;
			this.trouble = '';
			return;
		}
		this.#latest.later(
			PAUSE_MS,
			() => read(text, units, how),
			(echo) => this.#show(text, echo),
			this.#unanswered
		);
	}

	/** Ask at once what is wrong with a text; '' when nothing is, or when nobody answers. */
	async check(text: string, units: Units, how: Asked = {}): Promise<string> {
		if (text.trim() === '') {
			this.#latest.drop();
			return '';
		}
		let trouble = '';
		const ask = async () => {
			const echo = await read(text, units, how, true);
			trouble = echo.trouble?.message ?? '';
			return echo;
		};
		await this.#latest.now(ask, (echo) => this.#show(text, echo), this.#unanswered);
		return trouble;
	}

	#show(text: string, echo: Schemas['LengthEcho']): void {
		this.read = echo.read ?? undefined;
		this.trouble = echo.trouble?.message ?? '';
		this.about = text;
	}

	/** Without an answer there is no echo; the text stays, and recording it will tell. */
	readonly #unanswered = (): void => {
		this.read = undefined;
	};
}

function read(
	text: string,
	units: Units,
	how: Asked,
	atOnce = false
): Promise<Schemas['LengthEcho']> {
	const asked = {
		text,
		units,
		signed: how.signed ?? false,
		against_mm: how.againstMm ?? null,
		far_per_mm: how.farPerMm ?? null
	};
	return readLength(asked, atOnce);
}
