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
		this.#timer = setTimeout(async () => {
			try {
				const echo = await answer(api.POST('/api/level-readings', { body: asked }));
				if (mine !== this.#asked) return;
				this.says = echo.says ?? '';
				this.text = echo.text ?? '';
				this.trouble = echo.trouble?.message ?? '';
			} catch (error) {
				// without an answer there is no echo; the text stays, and keeping it will tell
				if (!(error instanceof ApiError)) throw error;
				if (mine === this.#asked) this.says = this.text = '';
			}
		}, PAUSE_MS);
	}
}
