import type { Attachment } from 'svelte/attachments';
import type { LevelsStage } from './stage.svelte';

/** A field for the name of a point: once somebody is in it, a point tapped on the drawing is typed there. */
export function picks(
	stage: LevelsStage,
	what: string,
	take: (label: string) => void
): Attachment<HTMLInputElement> {
	return (input) => {
		const mine = { what, take };
		const enter = () => (stage.picking = mine);
		/** Another field was gone into: the drawing types nowhere any more. */
		const elsewhere = (event: FocusEvent) => {
			const into = event.target;
			const other =
				into instanceof Element && into !== input && into.matches('input, select, textarea');
			if (other && stage.picking === mine) stage.picking = undefined;
		};
		input.addEventListener('focus', enter);
		document.addEventListener('focusin', elsewhere);
		return () => {
			input.removeEventListener('focus', enter);
			document.removeEventListener('focusin', elsewhere);
			if (stage.picking === mine) stage.picking = undefined;
		};
	};
}
