import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import { given } from '$lib/api/given';
import { Latest } from '$lib/api/latest';
import type { PlanDoc, Preview, Structure, Units, Walk } from '$lib/api/types';
import { isDrawable, sendable, stepsOf, typedSteps } from './planDoc';

const PAUSE_MS = 40;

/** A plan worked out while it is being typed; the last good drawing stays while a field is wrong. */
export class PlanPreview {
	shown = $state.raw<Preview>();
	/** The walk as far as it is typed, when the footprint is one. */
	walk = $state.raw<Walk>();
	/** What is wrong, by pointer into the plan (`/footprint/width`). */
	troubles = $state<Record<string, string>>({});
	readonly #latest = new Latest();

	get isGood(): boolean {
		return Object.keys(this.troubles).length === 0;
	}

	/** Whether the walk in hand has not come back to A yet. */
	get isOpenWalk(): boolean {
		return this.walk !== undefined && !this.walk.closed;
	}

	/** Work out a plan; a newer one overtakes an older.  The ways of squaring are compared where they are shown. */
	ask(
		doc: PlanDoc,
		units: Units,
		burn: string,
		shot: Structure['shot_ground'] = {},
		methods = false
	): void {
		this.#latest.later(
			PAUSE_MS,
			(signal) => this.#workOut(doc, units, burn, shot, methods, signal),
			(got) => {
				this.walk = got.walk;
				if (!got.preview) return;
				this.shown = got.preview;
				this.troubles = {};
			},
			(error) => (this.troubles = planTroubles(error.problem))
		);
	}

	async #workOut(
		doc: PlanDoc,
		units: Units,
		burn: string,
		shot: Structure['shot_ground'],
		methods: boolean,
		signal: AbortSignal
	): Promise<{ walk: Walk | undefined; preview?: Preview }> {
		const walk = await this.#follow(doc, units, signal);
		signal.throwIfAborted();
		if (!isDrawable(doc)) return { walk };
		const plan = sendable(doc);
		const body = { units, burn, plan, pulls: [], shot_ground: heightsOf(shot), methods };
		this.walk = walk;
		return { walk, preview: await answer(api.POST('/api/preview', { body, signal })) };
	}

	/** The corners of a walk so far; nothing for other shapes, or while a leg cannot be read. */
	async #follow(doc: PlanDoc, units: Units, signal: AbortSignal): Promise<Walk | undefined> {
		const steps = typedSteps(stepsOf(doc.footprint));
		if (doc.footprint.shape !== 'walk' || steps.length === 0) return undefined;
		try {
			return await answer(
				api.POST('/api/walks', { body: given({ units, steps, tolerance: doc.tolerance }), signal })
			);
		} catch (error) {
			if (error instanceof ApiError) return this.walk;
			throw error;
		}
	}
}

function heightsOf(shot: Structure['shot_ground']): Record<string, number> {
	return Object.fromEntries(Object.entries(shot).map(([name, one]) => [name, one.mm]));
}

/** Problems of a request by their place in its plan; what lies elsewhere, or nowhere, is under ''. */
export function planTroubles(problem: Schemas['ProblemDocument']): Record<string, string> {
	const troubles: Record<string, string> = {};
	for (const one of problem.problems ?? []) {
		const place = /^(?:\/structure)?\/plan(\/.*)$/.exec(one.pointer)?.[1] ?? '';
		troubles[place] ??= one.message;
	}
	return Object.keys(troubles).length ? troubles : { '': problem.detail };
}
