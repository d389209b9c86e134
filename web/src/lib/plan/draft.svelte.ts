import type { PlanDoc } from '$lib/api/types';
import { pointer, put, textAt, type Path } from './planDoc';
import { PlanPreview } from './preview.svelte';

const MOST_STEPS = 100;

/** A plan being typed: its document, what the server makes of it, and what is wrong where. */
export class PlanDraft {
	readonly preview = new PlanPreview();
	doc = $state.raw<PlanDoc>() as PlanDoc;
	/** Documents before each step, the place each step touched. */
	#steps = $state.raw<{ doc: PlanDoc; at: string }[]>([]);

	constructor(doc: PlanDoc) {
		this.doc = doc;
	}

	/** What is typed at a place of the plan. */
	text(...path: Path): string {
		return textAt(this.doc, path);
	}

	/** What is wrong at a place of the plan. */
	trouble(...path: Path): string | undefined {
		return this.preview.troubles[pointer(path)];
	}

	/** Change one value; nothing takes it out.  Typing on in one field is one step. */
	put(path: Path, value: unknown): void {
		const at = pointer(path);
		const isTypingOn = typeof value === 'string' && this.#steps.at(-1)?.at === at;
		if (!isTypingOn) this.#steps = [...this.#steps, { doc: this.doc, at }].slice(-MOST_STEPS);
		this.doc = put(this.doc, path, value);
	}

	/** Whether there is a step to go back. */
	get canStepBack(): boolean {
		return this.#steps.length > 0;
	}

	/** Take the last step back: a leg put in or out, a mirroring, what was typed in one field. */
	stepBack(): void {
		const before = this.#steps.at(-1);
		if (!before) return;
		this.#steps = this.#steps.slice(0, -1);
		this.doc = before.doc;
	}

	/** Forget the steps: what is there now is where one starts from. */
	protected forgetSteps(): void {
		this.#steps = [];
	}

	/** Change a value that may be left out: an empty text takes it out. */
	putOptional(path: Path, text: string): void {
		this.put(path, text.trim() === '' ? undefined : text);
	}
}
