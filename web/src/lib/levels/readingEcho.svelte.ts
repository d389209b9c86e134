import { answer, api, ApiError, type Schemas } from '$lib/api/client';

const PAUSE_MS = 60;

/**
 * What a rod reading means while it is typed: the level line, a height, or which way to go.
 * A newer text overtakes an older one; a late answer to an older text changes nothing.
 */
export class ReadingEcho {
	says = $state('');
	text = $state('');
	trouble = $state('');
	#asked = 0;
	#timer: ReturnType<typeof setTimeout> | undefined;

	ask(asked: Schemas['LevelAsked']): void {
		const mine = ++this.#asked;
		clearTimeout(this.#timer);
		if (asked.text.trim() === '') {
			this.says = this.text = this.trouble = '';
			return;
		}
		this.#timer = setTimeout(() => void this.#fetch(mine, asked), PAUSE_MS);
	}

	/** Ask at once what is wrong with a text; '' when nothing is, or when nobody answers. */
	async check(asked: Schemas['LevelAsked']): Promise<string> {
		clearTimeout(this.#timer);
		return asked.text.trim() === '' ? '' : this.#fetch(++this.#asked, asked);
	}

	async #fetch(mine: number, asked: Schemas['LevelAsked']): Promise<string> {
		try {
			const echo = await answer(api.POST('/api/level-readings', { body: asked }));
			const trouble = echo.trouble?.message ?? '';
			if (mine === this.#asked) {
				this.says = echo.says ?? '';
				this.text = echo.text ?? '';
				this.trouble = trouble;
			}
			return trouble;
		} catch (error) {
			// without an answer there is no echo; the text stays, and keeping it will tell
			if (!(error instanceof ApiError)) throw error;
			if (mine === this.#asked) this.says = this.text = '';
			return '';
		}
	}
}
