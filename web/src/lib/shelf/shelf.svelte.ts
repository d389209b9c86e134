import { answer, api, ApiError } from '$lib/api/client';
import type { ShelfDocument, ShelfInstrument, ShelfKindTold, TestOf, Units } from '$lib/api/types';
import { person } from '$lib/person/person.svelte';
import { newId } from '$lib/ui/newId';

/** The shelf as the server has it, and what hands do to it. */
export class Shelf {
	instruments = $state.raw<ShelfInstrument[]>();
	/** What can stand there. */
	kinds = $state.raw<ShelfKindTold[]>([]);
	/** Only instruments of the samples stand there. */
	sample = $state(false);
	/** What went wrong when it was fetched, in words. */
	trouble = $state('');
	units = $state<Units>('ft-in');

	constructor(units: Units = 'ft-in') {
		this.units = units;
	}

	async load(units = this.units): Promise<void> {
		try {
			const found = await answer(api.GET('/api/shelf', { params: { query: { units } } }));
			this.units = units;
			this.instruments = found.instruments;
			this.kinds = found.kinds;
			this.sample = found.sample;
			this.trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			this.trouble = error.message;
		}
	}

	/** Put an instrument on the shelf; answers what went wrong, or ''. */
	putOn(id: string, instrument: ShelfDocument): Promise<string> {
		return this.#ask(() => api.POST('/api/shelf', { body: { id, units: this.units, instrument } }));
	}

	change(one: ShelfInstrument, instrument: ShelfDocument): Promise<string> {
		return this.#ask(() =>
			api.PUT('/api/shelf/{instrument_id}', {
				params: { path: { instrument_id: one.id } },
				body: { units: this.units, base_revision: one.revision, instrument }
			})
		);
	}

	putAway(one: ShelfInstrument, away: boolean): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/shelf/{instrument_id}/away', {
				params: { path: { instrument_id: one.id }, query: { units: this.units, away } }
			})
		);
	}

	test(one: ShelfInstrument, test: TestOf): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/shelf/{instrument_id}/tests', {
				params: { path: { instrument_id: one.id } },
				body: { id: newId(), units: this.units, test, note: '' }
			})
		);
	}

	knock(one: ShelfInstrument, note: string): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/shelf/{instrument_id}/knocks', {
				params: { path: { instrument_id: one.id }, query: { units: this.units } },
				body: { id: newId(), note }
			})
		);
	}

	strike(one: ShelfInstrument, testId: string): Promise<string> {
		return this.#ask(() =>
			api.POST('/api/shelf/{instrument_id}/tests/{test_id}/strike', {
				params: {
					path: { instrument_id: one.id, test_id: testId },
					query: { units: this.units }
				}
			})
		);
	}

	async #ask(call: () => Parameters<typeof answer<ShelfInstrument>>[0]): Promise<string> {
		if (!(await person.ensure())) return 'Say who you are first.';
		try {
			await answer(call());
			await this.load();
			return '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			if (error.status === 409) await this.load();
			return error.told;
		}
	}
}
