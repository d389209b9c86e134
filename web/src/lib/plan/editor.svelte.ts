import { untrack } from 'svelte';
import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import type { PlanDoc, Structure, Units } from '$lib/api/types';
import type { Here } from '$lib/job/context';
import { person } from '$lib/person/person.svelte';
import { readKept, writeKept } from '$lib/ui/kept';
import { PlanDraft } from './draft.svelte';
import { documentOf, sendable, type Path } from './planDoc';
import { planTroubles } from './preview.svelte';

/** An editor of the plan in front of one, its preview following every stroke. */
export function useEditor(here: Here, methods = false): PlanEditor {
	const editor = new PlanEditor(
		() => here.structure,
		(kept) => here.session.take(kept)
	);
	$effect(() => {
		void here.structure.revision;
		untrack(() => editor.follow());
	});
	$effect(() =>
		editor.preview.ask(
			editor.doc,
			here.job.units,
			here.job.burn.written,
			here.structure.shot_ground,
			methods
		)
	);
	return editor;
}

/** Editing one structure's plan: as typed, live preview, keeping, undoing, and meeting others halfway. */
export class PlanEditor extends PlanDraft {
	/** What somebody else changed before this could be kept. */
	stale = $state<Schemas['StaleDetails']>();
	message = $state('');
	#base = $state(0);
	/** Whether anything was typed since the plan was last kept. */
	#touched = $state(false);
	readonly #structure: () => Structure;
	readonly #onKept: (structure: Structure) => void;

	constructor(structure: () => Structure, onKept: (structure: Structure) => void) {
		const key = `anvilhead.plan.${structure().id}`;
		const kept = readKept<{ base: number; doc: PlanDoc } | null>(key, null);
		super(kept?.doc ?? documentOf(structure()));
		this.#structure = structure;
		this.#onKept = onKept;
		this.#base = kept?.base ?? structure().revision;
		this.#touched = kept !== null;
	}

	/** Show what somebody else kept meanwhile, unless something is being typed here. */
	follow(): void {
		if (!this.#touched && this.#base !== this.#structure().revision) this.reset();
	}

	get #key(): string {
		return `anvilhead.plan.${this.#structure().id}`;
	}

	get isChanged(): boolean {
		return (
			this.#touched && JSON.stringify(this.doc) !== JSON.stringify(documentOf(this.#structure()))
		);
	}

	/** Change one value; kept on this device until the plan is. */
	override put(path: Path, value: unknown): void {
		super.put(path, value);
		this.#changed();
	}

	override stepBack(): void {
		super.stepBack();
		this.#changed();
	}

	#changed(): void {
		this.message = '';
		this.#touched = true;
		writeKept(this.#key, { base: this.#base, doc: this.doc });
	}

	/** Put everything back to the plan as it is kept. */
	reset(): void {
		this.doc = documentOf(this.#structure());
		this.forgetSteps();
		this.#base = this.#structure().revision;
		this.#touched = false;
		this.stale = undefined;
		this.message = '';
		writeKept(this.#key, undefined);
	}

	/** Keep the plan; when somebody else changed it meanwhile, over theirs or together with theirs. */
	async keep(units: Units, theirs?: 'over' | 'together'): Promise<void> {
		if (!(await person.ensure())) return;
		const base = theirs === 'over' ? (this.stale?.current_revision ?? this.#base) : this.#base;
		await this.#send(
			api.PUT('/api/structures/{structure_id}/plan', {
				params: { path: { structure_id: this.#structure().id } },
				body: {
					units,
					base_revision: base,
					plan: sendable(this.doc),
					put_together: theirs === 'together'
				}
			}),
			'Kept.'
		);
	}

	/** Go back one plan. */
	async undo(): Promise<void> {
		if (!this.#structure().can_undo || !(await person.ensure())) return;
		await this.#send(
			api.POST('/api/structures/{structure_id}/plan/undo', this.#step),
			'The plan before is back.'
		);
	}

	/** Go forth again to what was undone. */
	async redo(): Promise<void> {
		if (!this.#structure().can_redo || !(await person.ensure())) return;
		await this.#send(
			api.POST('/api/structures/{structure_id}/plan/redo', this.#step),
			'What was undone is back.'
		);
	}

	get #step() {
		return {
			params: { path: { structure_id: this.#structure().id } },
			body: { base_revision: this.#structure().revision }
		};
	}

	async #send(call: Parameters<typeof answer<Structure>>[0], done: string): Promise<void> {
		try {
			this.#onKept(await answer(call));
			this.reset();
			this.message = done;
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			this.stale = error.problem.stale ?? undefined;
			this.message = error.message;
			if (error.problem.problems?.length) this.preview.troubles = planTroubles(error.problem);
		}
	}
}
