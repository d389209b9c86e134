import { createContext } from 'svelte';
import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import { Current } from '$lib/api/current';
import { person } from '$lib/person/person.svelte';

export type Days = Schemas['DaysView'];
export type DaysPlan = Schemas['DaysPlan-Input'];
export type Task = Schemas['TaskResult'];
export type TaskPlan = Schemas['TaskPlan'];
export type LocatePlan = Schemas['LocatePlan'];
export type BookingPlan = Schemas['BookingPlan'];
export type WeatherPlan = Schemas['WeatherPlan'];
export type Slip = Schemas['SlipResult'];

/** What the server said about one place of the days, by its JSON pointer below `/days`. */
export interface Trouble {
	at: string;
	text: string;
}

/** The days of a job as the server has them, and what hands do to them. */
export class DaysStage {
	days = $state.raw<Days>();
	/** What went wrong last, and where in the plan; nothing when nothing did. */
	trouble = $state<Trouble>();
	readonly #job: () => string;
	readonly #current = new Current<Days>(
		(signal) => answer(api.GET('/api/jobs/{job_id}/days', { ...this.#path, signal })),
		(days) => (this.days = days),
		(error) => (this.trouble = { at: '', text: error.message })
	);

	constructor(job: () => string) {
		this.#job = job;
	}

	get plan(): DaysPlan {
		return this.days?.plan ?? {};
	}

	load(): void {
		void this.#current.refresh();
	}

	leave(): void {
		this.#current.leave();
	}

	/** What is wrong with a part of the plan, such as `/locates/0`; '' when nothing is. */
	troubleAt(part: string): string {
		return this.trouble?.at.startsWith(part) ? this.trouble.text : '';
	}

	/** Change the plan; answers whether it was kept. What somebody else changed meanwhile is kept with it. */
	change(make: (plan: DaysPlan) => DaysPlan): Promise<boolean> {
		return this.#ask(() =>
			api.PUT('/api/jobs/{job_id}/days', {
				...this.#path,
				body: { base_revision: this.days?.revision ?? 0, days: make(this.plan) }
			})
		);
	}

	undo(): Promise<boolean> {
		return this.#ask(() => api.POST('/api/jobs/{job_id}/days/undo', this.#step));
	}

	redo(): Promise<boolean> {
		return this.#ask(() => api.POST('/api/jobs/{job_id}/days/redo', this.#step));
	}

	/** What a task that takes longer would move; undefined when that cannot be said. */
	async slip(task: string, days: number): Promise<Slip | undefined> {
		try {
			return await answer(
				api.POST('/api/jobs/{job_id}/days/slip', { ...this.#path, body: { task, days } })
			);
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			this.trouble = { at: '', text: error.told };
			return undefined;
		}
	}

	get #path() {
		return { params: { path: { job_id: this.#job() } } };
	}

	get #step() {
		return { ...this.#path, body: { base_revision: this.days?.revision ?? 0 } };
	}

	async #ask(call: () => Parameters<typeof answer<Days>>[0]): Promise<boolean> {
		if (!(await person.ensure())) return false;
		try {
			const days = await answer(call());
			this.#current.taken();
			this.days = days;
			this.trouble = undefined;
			return true;
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			const at = error.problem.problems?.[0]?.pointer.replace(/^\/days/, '') ?? '';
			this.trouble = { at, text: inWordsOfTheScreen(error.told) };
			if (error.status === 409) await this.#current.refresh();
			return false;
		}
	}
}

/** What the fields of these pages are called, by the keys of the plan that a refusal names. */
const FIELDS: Record<string, string> = {
	crew: 'People in the crew',
	hours_a_day: 'Hours a day',
	cure_days: 'Concrete is left alone, days',
	notice_days: 'Working days of notice',
	lasts_days: 'Lasts, in days',
	days: 'How long',
	hours: 'How long',
	works: 'Days that are worked'
};

function inWordsOfTheScreen(told: string): string {
	return told.replace(/^“(\w+)”/, (whole, key: string) =>
		key in FIELDS ? `“${FIELDS[key]}”` : whole
	);
}

/** A number as it was typed; what is none goes to the server as it stands, which says so. */
export function typedNumber(text: string): number {
	const number = Number(text.trim().replace(',', '.'));
	return Number.isFinite(number) && text.trim() ? number : (text as unknown as number);
}

const [get, set] = createContext<DaysStage>();

export const useDays = get;

export function provideDays(stage: DaysStage): DaysStage {
	set(stage);
	return stage;
}
