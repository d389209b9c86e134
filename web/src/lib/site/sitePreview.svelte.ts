import { answer, api, type Schemas } from '$lib/api/client';
import { Latest } from '$lib/api/latest';
import type { PlanDoc, Units } from '$lib/api/types';
import { sendable } from '$lib/plan/planDoc';

const PAUSE_MS = 80;

/** Where a structure would stand as its placing is typed; the last place that could be found stays meanwhile. */
export class SitePreview {
	shown = $state.raw<Schemas['SitePreview']>();
	readonly #latest = new Latest();

	/** Work out where it would stand. */
	ask(structureId: string, doc: PlanDoc, units: Units): void {
		this.#latest.later(
			PAUSE_MS,
			(signal) =>
				answer(
					api.POST('/api/structures/{structure_id}/on-site', {
						params: { path: { structure_id: structureId } },
						body: { units, plan: sendable(doc) },
						signal
					})
				),
			(found) => (this.shown = found),
			() => {} // a field that cannot be read says so itself
		);
	}

	/** Nothing is typed: the site is as it is kept. */
	clear(): void {
		this.#latest.drop();
		this.shown = undefined;
	}
}
