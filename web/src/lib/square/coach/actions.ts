import { answer, api, ApiError } from '$lib/api/client';
import type { Occasion, PlanDoc, Structure } from '$lib/api/types';
import type { Here } from '$lib/job/context';
import { person } from '$lib/person/person.svelte';
import { documentOf } from '$lib/plan/planDoc';
import { newId } from '$lib/ui/newId';

/** What a crew does about rounds besides reading tapes; each tells what went wrong, in words, or ''. */
export class CoachActions {
	readonly #here: Here;

	constructor(here: Here) {
		this.#here = here;
	}

	/** Begin a round for a reason. */
	begin(round: number, occasion: Occasion): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/rounds', {
				...this.#path,
				body: { round, occasion }
			})
		);
	}

	/** Accept a round by name. */
	accept(round: number, note: string): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/acceptances', {
				...this.#path,
				body: { round, note }
			})
		);
	}

	/** Take back that a round was accepted. */
	takeAcceptanceBack(round: number): Promise<string> {
		const { path } = this.#path.params;
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/acceptances/{number}/back', {
				params: { path: { ...path, number: round } }
			})
		);
	}

	/** Say that a point is gone, and what is left. */
	lose(point: string, left: string[]): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/lost', {
				...this.#path,
				body: { id: newId(), point, left }
			})
		);
	}

	/** Say that a lost point stands again, and how. */
	setAgain(lostId: string, how: string): Promise<string> {
		const { path } = this.#path.params;
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/lost/{lost_id}/set', {
				params: { path: { ...path, lost_id: lostId } },
				body: { how }
			})
		);
	}

	/** Say that a point said to be gone stands after all. */
	foundAfterAll(lostId: string): Promise<string> {
		const { path } = this.#path.params;
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/lost/{lost_id}/found', {
				params: { path: { ...path, lost_id: lostId } }
			})
		);
	}

	/** Hold something else; the plan is kept with it. */
	hold(hold: PlanDoc['hold']): Promise<string> {
		return this.#plan({ hold: hold ?? null });
	}

	/** Square the strings of another line family; the plan is kept with it. */
	squareOn(family: string): Promise<string> {
		return this.#plan({ squared_on: family });
	}

	/** Whether the next round takes in what this one knew; the plan is kept with it. */
	goOn(yes: boolean): Promise<string> {
		return this.#plan({ goes_on: yes });
	}

	/** Take what the tape reads too much off its readings, or nothing any more; the plan is kept with it. */
	tapeReads(reads: Record<string, unknown> | null): Promise<string> {
		return this.#plan({ tape_reads: reads as NonNullable<PlanDoc['tape_reads']> | null });
	}

	/** Make what a reading found the plan. */
	takeAsFound(pullId: string): Promise<string> {
		const { path } = this.#path.params;
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/pulls/{pull_id}/as-found', {
				params: { path: { ...path, pull_id: pullId } },
				body: { base_revision: this.#here.structure.revision }
			})
		);
	}

	/** Bring the plan before the newest one back. */
	undoPlan(): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/structures/{structure_id}/plan/undo', {
				...this.#path,
				body: { base_revision: this.#here.structure.revision }
			})
		);
	}

	#plan(change: Partial<PlanDoc>): Promise<string> {
		const structure = this.#here.structure;
		return this.#ask(() =>
			api.PUT('/api/structures/{structure_id}/plan', {
				...this.#path,
				body: {
					units: this.#here.job.units,
					base_revision: structure.revision,
					plan: { ...documentOf(structure), ...change },
					put_together: true
				}
			})
		);
	}

	/** Tell the other end of the tape which pull is in hand; answers when the server was told, if it was. */
	async takeInHand(call: string): Promise<string | undefined> {
		if (!person.name) return undefined;
		try {
			const taken = api.PUT('/api/structures/{structure_id}/in-hand', {
				...this.#path,
				body: { call }
			});
			return (await answer(taken)).at;
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			return undefined; // the other end is not told; the tape goes on
		}
	}

	get #path() {
		return { params: { path: { structure_id: this.#here.structure.id } } };
	}

	async #ask(call: () => Parameters<typeof answer<Structure>>[0]): Promise<string> {
		if (!(await person.ensure())) return 'Say who you are first.';
		try {
			this.#here.session.take(await answer(call()));
			return '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			return error.told;
		}
	}
}
