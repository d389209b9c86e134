import { readKept, writeKept } from '$lib/ui/kept';

const KEY = 'anvilhead.theme';

/** Light for daylight, dusk for laser work. */
class Theme {
	#name = $state<'light' | 'dusk'>(readKept(KEY, 'light'));

	get name(): 'light' | 'dusk' {
		return this.#name;
	}

	toggle(): void {
		this.#name = this.#name === 'light' ? 'dusk' : 'light';
		writeKept(KEY, this.#name);
		this.show();
	}

	/** Put the theme on the page. */
	show(): void {
		document.documentElement.dataset.theme = this.#name;
	}
}

export const theme = new Theme();
