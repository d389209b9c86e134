import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import type { PlanInput, Preview, Units } from '$lib/api/types';

const PAUSE_MS = 40;

/** A plan worked out while it is being typed; the last good drawing stays while a field is wrong. */
export class PlanPreview {
	shown = $state.raw<Preview>();
	/** What is wrong, by pointer into the plan (`/footprint/width`). */
	troubles = $state<Record<string, string>>({});
	#asked = 0;
	#timer: ReturnType<typeof setTimeout> | undefined;

	get isGood(): boolean {
		return Object.keys(this.troubles).length === 0;
	}

	/** Work out a plan; a newer one overtakes an older. */
	ask(plan: PlanInput, units: Units, burn: string): void {
		const mine = ++this.#asked;
		clearTimeout(this.#timer);
		this.#timer = setTimeout(async () => {
			try {
				const got = await answer(
					api.POST('/api/preview', { body: { units, burn, plan, pulls: [] } })
				);
				if (mine !== this.#asked) return;
				this.shown = got;
				this.troubles = {};
			} catch (error) {
				if (mine !== this.#asked || !(error instanceof ApiError)) return;
				this.troubles = planTroubles(error.problem);
			}
		}, PAUSE_MS);
	}
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
