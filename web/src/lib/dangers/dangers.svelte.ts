import { createContext } from 'svelte';
import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import { Current } from '$lib/api/current';
import { Soon } from '$lib/api/soon';
import { person } from '$lib/person/person.svelte';
import { newId } from '$lib/ui/newId';

export type Found = Schemas['DangersResult'];
export type HoldPoint = Schemas['HoldPointResult'];
export type WorkStep = Schemas['WorkStep'];
/** What waits for hold points, as the server names it. */
export type Stops = 'stakes' | 'digging' | 'the pour';

/** Dangers and hold points of the structure in front of one. */
export class Dangers {
	found = $state<Found>();
	/** Whether they were asked for and answered, or could not be: nothing more is to be waited for. */
	asked = $state(false);
	/** What went wrong last, in words; empty when nothing did. */
	trouble = $state('');
	#structure = '';
	readonly #soon = new Soon();
	readonly #current = new Current<Found>(
		(signal) =>
			answer(api.GET('/api/structures/{structure_id}/dangers', { ...this.#path, signal })),
		(found) => {
			this.found = found;
			this.asked = true;
		},
		() => (this.asked = true) // what was known stays on the screen; it is asked for again
	);

	/** Fetch those of a structure, or fetch them again. */
	load(structureId: string): void {
		if (this.#structure === structureId) return this.#soon.do(() => void this.#current.refresh());
		this.#structure = structureId;
		this.found = undefined;
		this.asked = false;
		void this.#current.restart();
	}

	leave(): void {
		this.#soon.stop();
		this.#current.leave();
	}

	/** Hold points that stop something until somebody looked or goes past. */
	stopping(what: Stops): HoldPoint[] {
		return (this.found?.holds ?? []).filter(
			(one) => one.stops.includes(what) && (one.state === 'open' || one.state === 'lapsed')
		);
	}

	/** Hold points that somebody went past, by name. */
	get past(): HoldPoint[] {
		return (this.found?.holds ?? []).filter((one) => one.state === 'past');
	}

	cautions(step: WorkStep) {
		return (this.found?.cautions ?? []).filter((one) => one.steps.includes(step));
	}

	/** Look through a hold point, go past it, or take either back; answers what went wrong, or ''. */
	async act(
		hold: HoldPoint,
		doing: Schemas['HoldDoing'],
		more: { note?: string; wholeJob?: boolean } = {}
	): Promise<string> {
		if (!(await person.ensure())) return 'Say who you are first.';
		const seen = doing === 'seen' ? hold.look.map((_, at) => at) : [];
		try {
			const body = {
				id: newId(),
				hold: hold.hold,
				doing,
				seen,
				note: more.note ?? '',
				whole_job: more.wholeJob ?? false
			};
			const found = await answer(
				api.POST('/api/structures/{structure_id}/holds', { ...this.#path, body })
			);
			this.#current.taken();
			this.found = found;
			return '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			return error.told;
		}
	}

	get #path() {
		return { params: { path: { structure_id: this.#structure } } };
	}
}

const [get, set] = createContext<Dangers>();

/** The dangers of the structure whose stage this is. */
export const useDangers = get;

/** Make dangers known to all stages below. */
export function provideDangers(dangers: Dangers): Dangers {
	set(dangers);
	return dangers;
}
