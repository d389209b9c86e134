import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import type { PlanDoc, Units } from '$lib/api/types';
import { sendable } from '$lib/plan/planDoc';

const PAUSE_MS = 80;

/** Where a structure would stand as its placing is typed; the last place that could be found stays meanwhile. */
export class SitePreview {
	shown = $state.raw<Schemas['SitePreview']>();
	#asked = 0;
	#ending = new AbortController();
	#timer: ReturnType<typeof setTimeout> | undefined;

	/** Work out where it would stand; a newer question overtakes an older one. */
	ask(structureId: string, doc: PlanDoc, units: Units): void {
		const mine = this.#begin();
		const { signal } = this.#ending;
		this.#timer = setTimeout(async () => {
			try {
				const found = await answer(
					api.POST('/api/structures/{structure_id}/on-site', {
						params: { path: { structure_id: structureId } },
						body: { units, plan: sendable(doc) },
						signal
					})
				);
				if (mine === this.#asked) this.shown = found;
			} catch (error) {
				// a field that cannot be read says so itself
				if (mine === this.#asked && !(error instanceof ApiError)) throw error;
			}
		}, PAUSE_MS);
	}

	/** Nothing is typed: the site is as it is kept. */
	clear(): void {
		this.#begin();
		this.shown = undefined;
	}

	#begin(): number {
		clearTimeout(this.#timer);
		this.#ending.abort();
		this.#ending = new AbortController();
		return ++this.#asked;
	}
}
