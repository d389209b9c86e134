import { untrack } from 'svelte';
import type { Attachment } from 'svelte/attachments';
import type { RodMarks, Units } from '$lib/api/types';
import { afterPress } from '$lib/ui/afterPress';
import { readKept, writeKept } from '$lib/ui/kept';
import { lastPut } from './padKeys';

const KEY = 'anvilhead.letters';

/** What a length is typed in: the units of the job, or the marks of a rod. */
export type Marks = Units | RodMarks;

/** What the pad has to know of the field it types into. */
export interface PadFor {
	marks: Marks;
	/** Whether a length may be below zero. */
	signed?: boolean;
	/** What the number carries already, such as a burn, in words. */
	note?: string;
}

/** The number pad of touch screens: the field it types into, or none. */
class Keypad {
	field = $state<HTMLInputElement>();
	/** What that field takes; follows the field while the pad is open. */
	takes = $state<() => PadFor>();
	/** Whether the letters of the device are wanted in place of the pad. */
	letters = $state(readKept(KEY, false));

	/** Fingers press here, so that the pad stands in for the letters of the device. */
	get isWanted(): boolean {
		return matchMedia('(pointer: coarse)').matches;
	}

	/** What the finger found or left in the field. */
	#met = '';
	#selecting = 0;
	#stay = () => {};

	open(field: HTMLInputElement, takes: () => PadFor): void {
		this.#stay();
		this.field = field;
		this.takes = takes;
		this.meet(field);
		// what stands there is typed over, not into; once the press has set its caret
		this.#selecting = requestAnimationFrame(() => {
			if (document.activeElement === field) field.select();
		});
	}

	/** Somebody typed: what stands in the field now is known to whoever holds the device. */
	meet(field: HTMLInputElement): void {
		if (this.field === field) this.#met = field.value;
	}

	/** The field was left: the pad goes once the press that left it is over. */
	leave(field: HTMLInputElement): void {
		if (this.field !== field) return;
		this.#stay();
		this.#stay = afterPress(() => (this.field = undefined));
	}

	/** Take the letters of the device instead, or the pad again; the field keeps what is typed. */
	useLetters(letters: boolean): void {
		this.letters = letters;
		writeKept(KEY, letters || undefined);
		const field = this.field;
		if (!field) return;
		// a device shows its letters only for a field that is entered anew
		field.blur();
		field.inputMode = modeOf(letters);
		field.focus();
		// the same entry goes on
		cancelAnimationFrame(this.#selecting);
	}

	/** Put text where the caret stands, as if it had been typed. */
	put(text: string): void {
		const field = this.field;
		if (!field || field.readOnly) return;
		// a reading that came from elsewhere meanwhile is typed over as well
		if (field.value !== this.#met) field.select();
		const [from, to] = [field.selectionStart ?? 0, field.selectionEnd ?? 0];
		field.setRangeText(text, from, to, 'end');
		typed(field);
	}

	/** Take out what is selected, or what one key put before the caret. */
	rub(): void {
		const field = this.field;
		if (!field || field.readOnly) return;
		const [from, to] = [field.selectionStart ?? 0, field.selectionEnd ?? 0];
		const back = from === to ? lastPut(field.value.slice(0, from)).length : 0;
		field.setRangeText('', from - back, to, 'end');
		typed(field);
	}

	/** What Enter does in the field: record the row, or send its form. */
	enter(): void {
		const field = this.field;
		if (!field) return;
		const key = new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true });
		if (field.dispatchEvent(key)) field.form?.requestSubmit();
	}
}

export const keypad = new Keypad();

/** A field of lengths: on a touch screen the pad stands in for the letters of the device. */
export function lengths(takes: () => PadFor): Attachment<HTMLInputElement> {
	return (field) => {
		if (!keypad.isWanted) return;
		// not told of a change here: the field is not entered anew by it
		field.inputMode = modeOf(untrack(() => keypad.letters));
		const enter = () => {
			field.inputMode = modeOf(keypad.letters);
			keypad.open(field, takes);
		};
		const leave = () => keypad.leave(field);
		const type = () => keypad.meet(field);
		field.addEventListener('focus', enter);
		field.addEventListener('blur', leave);
		field.addEventListener('input', type);
		if (document.activeElement === field) untrack(enter);
		return () => {
			field.removeEventListener('focus', enter);
			field.removeEventListener('blur', leave);
			field.removeEventListener('input', type);
			leave();
		};
	};
}

function modeOf(letters: boolean): string {
	return letters ? 'text' : 'none';
}

function typed(field: HTMLInputElement): void {
	field.dispatchEvent(new InputEvent('input', { bubbles: true }));
}
