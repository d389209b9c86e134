import { answer, api, type Schemas } from '$lib/api/client';
import { Latest } from '$lib/api/latest';

const PAUSE_MS = 60;

/**
 * What a rod reading means while it is typed: the level line, a height, or which way to go.
 * A newer text overtakes an older one; a late answer to an older text changes nothing.
 */
export class ReadingEcho {
	says = $state('');
	text = $state('');
	trouble = $state('');
	readonly #latest = new Latest();

	ask(asked: Schemas['LevelAsked']): void {
		if (asked.text.trim() === '') {
			this.#latest.drop();
			this.says = this.text = this.trouble = '';
			return;
		}
		this.#latest.later(PAUSE_MS, (signal) => read(asked, signal), this.#show, this.#unanswered);
	}

	/** Ask at once what is wrong with a text; '' when nothing is, or when nobody answers. */
	async check(asked: Schemas['LevelAsked']): Promise<string> {
		if (asked.text.trim() === '') {
			this.#latest.drop();
			return '';
		}
		let trouble = '';
		const ask = async () => {
			const echo = await read(asked); // not ended by what is typed next: somebody waits to hear it
			trouble = echo.trouble?.message ?? '';
			return echo;
		};
		await this.#latest.now(ask, this.#show, this.#unanswered);
		return trouble;
	}

	readonly #show = (echo: Schemas['LevelEcho']): void => {
		this.says = echo.says ?? '';
		this.text = echo.text ?? '';
		this.trouble = echo.trouble?.message ?? '';
	};

	/** Without an answer there is no echo; the text stays, and keeping it will tell. */
	readonly #unanswered = (): void => {
		this.says = this.text = '';
	};
}

function read(asked: Schemas['LevelAsked'], signal?: AbortSignal): Promise<Schemas['LevelEcho']> {
	return answer(api.POST('/api/level-readings', { body: asked, ...(signal ? { signal } : {}) }));
}
