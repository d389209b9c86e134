import { tick } from 'svelte';
import type { Attachment } from 'svelte/attachments';

/** Who presses by key goes on in the form that opens, and once it closes where they pressed; fingers stay free. */
export const caretFollows =
	(from: HTMLElement | SVGElement | undefined): Attachment<HTMLElement> =>
	(form) => {
		if (!from) return;
		form.querySelector('input')?.focus();
		return () => void tick().then(() => from.focus());
	};
