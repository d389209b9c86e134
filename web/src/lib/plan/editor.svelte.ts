import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import type { Structure, Units } from '$lib/api/types';
import type { Here } from '$lib/job/context';
import { person } from '$lib/person/person.svelte';
import { readKept, writeKept } from '$lib/ui/kept';
import { fieldsOf, planOf, type PlanFields } from './planForm';
import { PlanPreview, planTroubles } from './preview.svelte';

/** An editor of the plan in front of one, its preview following every stroke. */
export function useEditor(here: Here): PlanEditor {
	const editor = new PlanEditor(
		() => here.structure,
		(kept) => here.session.take(kept)
	);
	$effect(() => editor.preview.ask(planOf(editor.fields), here.job.units, here.job.burn.written));
	return editor;
}

/** Editing one structure's plan: fields as typed, live preview, keeping, undoing, and meeting others halfway. */
export class PlanEditor {
	readonly preview = new PlanPreview();
	fields = $state<PlanFields>() as PlanFields;
	/** What somebody else changed before this could be kept. */
	stale = $state<Schemas['StaleDetails']>();
	message = $state('');
	#base = $state(0);
	readonly #structure: () => Structure;
	readonly #onKept: (structure: Structure) => void;

	constructor(structure: () => Structure, onKept: (structure: Structure) => void) {
		this.#structure = structure;
		this.#onKept = onKept;
		const draft = readKept<{ base: number; fields: PlanFields } | null>(this.#key, null);
		this.fields = draft?.fields ?? fieldsOf(structure());
		this.#base = draft?.base ?? structure().revision;
	}

	get #key(): string {
		return `anvilhead.plan.${this.#structure().id}`;
	}

	get isChanged(): boolean {
		return JSON.stringify(this.fields) !== JSON.stringify(fieldsOf(this.#structure()));
	}

	/** Change one field; kept on this device until the plan is. */
	set<K extends keyof PlanFields>(field: K, value: PlanFields[K]): void {
		this.fields = { ...this.fields, [field]: value };
		this.message = '';
		writeKept(this.#key, { base: this.#base, fields: $state.snapshot(this.fields) });
	}

	/** Put the fields back to the plan as it is kept. */
	reset(): void {
		this.fields = fieldsOf(this.#structure());
		this.#base = this.#structure().revision;
		this.stale = undefined;
		this.message = '';
		writeKept(this.#key, undefined);
	}

	/** Keep the plan. `over` keeps it although somebody else changed it meanwhile. */
	async keep(units: Units, over = false): Promise<void> {
		if (!(await person.ensure())) return;
		const base = over ? (this.stale?.current_revision ?? this.#base) : this.#base;
		await this.#send(
			api.PUT('/api/structures/{structure_id}/plan', {
				params: { path: { structure_id: this.#structure().id } },
				body: { units, base_revision: base, plan: planOf(this.fields) }
			}),
			'Kept.'
		);
	}

	/** Go back one plan. */
	async undo(): Promise<void> {
		if (!this.#structure().can_undo || !(await person.ensure())) return;
		await this.#send(
			api.POST('/api/structures/{structure_id}/plan/undo', {
				params: { path: { structure_id: this.#structure().id } },
				body: { base_revision: this.#structure().revision }
			}),
			'The plan before is back.'
		);
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
