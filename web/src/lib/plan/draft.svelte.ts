import type { PlanDoc } from '$lib/api/types';
import { pointer, put, textAt, type Path } from './planDoc';
import { PlanPreview } from './preview.svelte';

/** A plan being typed: its document, what the server makes of it, and what is wrong where. */
export class PlanDraft {
	readonly preview = new PlanPreview();
	doc = $state.raw<PlanDoc>() as PlanDoc;

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

	/** Change one value; nothing takes it out. */
	put(path: Path, value: unknown): void {
		this.doc = put(this.doc, path, value);
	}

	/** Change a value that may be left out: an empty text takes it out. */
	putOptional(path: Path, text: string): void {
		this.put(path, text.trim() === '' ? undefined : text);
	}
}
