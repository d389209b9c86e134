import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import type { Control, Job, Structure, Units } from '$lib/api/types';
import { Current } from '$lib/api/current';
import { person } from '$lib/person/person.svelte';

type Call = (job: Job) => Parameters<typeof answer<Job>>[0];
/** Who is told what went wrong with a change; '' when nothing did. */
type Told = (trouble: string) => void;

interface Found {
	job: Job;
	whole: Structure | undefined;
}

/** The job on the screen; every view of it reads from here. */
export class JobSession {
	job = $state<Job>();
	/** The structure in front of one with everything computed; the others are in the job in short. */
	whole = $state<Structure>();
	/** What went wrong last, in words; empty when nothing did. */
	trouble = $state('');
	/** What was switched by a single key, and what puts it back. */
	switched = $state<{ text: string; back: () => void }>();

	/** What is wanted: a job, and the one of its structures that is to come whole. */
	#wanted: { job: string; structure: string | undefined } = { job: '', structure: undefined };
	/** Whether the trouble told is that nothing could be fetched, which the next fetch mends. */
	#cutOff = false;
	readonly #current = new Current<Found>(
		(signal) => this.#fetch(signal),
		(found) => this.#show(found),
		(error) => {
			this.trouble = error.message;
			this.#cutOff = true;
		}
	);
	/** Changes of the job itself, one after the other, so that each stands on the one before. */
	#changes: Promise<void> = Promise.resolve();

	/** Load a job and one of its structures, or load them again. */
	load(jobId: string, structureId?: string): Promise<void> {
		this.#wanted = { job: jobId, structure: structureId };
		this.#cutOff = true;
		return this.#current.restart();
	}

	async #fetch(signal: AbortSignal): Promise<Found> {
		const path = { job_id: this.#wanted.job };
		const asked = api.GET('/api/jobs/{job_id}', { params: { path }, signal });
		const [job, whole] = await Promise.all([answer(asked), this.#fetchWhole(signal)]);
		return { job, whole };
	}

	/** The structure that is wanted; undefined when there is none of that id. */
	async #fetchWhole(signal: AbortSignal): Promise<Structure | undefined> {
		if (!this.#wanted.structure) return undefined;
		const path = { structure_id: this.#wanted.structure };
		try {
			return await answer(api.GET('/api/structures/{structure_id}', { params: { path }, signal }));
		} catch (error) {
			if (error instanceof ApiError && error.status === 404) return undefined;
			throw error;
		}
	}

	/** Both at once, so that no view has lengths in two units. */
	#show({ job, whole }: Found): void {
		this.job = job;
		this.whole = whole;
		if (this.#cutOff) this.trouble = '';
		this.#cutOff = false;
	}

	/** Load again what somebody else changed. */
	refresh(): Promise<void> {
		return this.#current.refresh();
	}

	structure(id: string): Structure | undefined {
		return this.whole?.id === id ? this.whole : undefined;
	}

	/** The page is left: nothing is tried again for it. */
	leave(): void {
		this.#current.leave();
	}

	/** Take a structure as the server now has it. */
	take(structure: Structure): void {
		if (structure.id !== this.#wanted.structure) return;
		this.#current.taken();
		this.whole = structure;
	}

	/** Step to the next units, in place; nothing measured changes, and the way back is shown. */
	nextUnits(): void {
		const was = this.job?.units;
		const at = UNITS.findIndex((one) => one.value === was);
		const next = UNITS[(at + 1) % UNITS.length];
		if (!was || !next) return;
		this.#switchTo(next.value);
		this.switched = {
			text: `Shown in ${next.label.toLowerCase()} now.`,
			back: () => this.#switchTo(was)
		};
	}

	#switchTo(units: Units): void {
		this.switched = undefined;
		this.#change(() => ({ switch_units: units }));
	}

	/** Start the tape elsewhere; answers what went wrong, or ''. */
	burnAt(burn: string): Promise<string> {
		return new Promise((told) => this.#change(() => ({ burn }), told));
	}

	/** Call the job something else. */
	rename(name: string): Promise<void> {
		this.#change(() => ({ name }));
		return this.#changes;
	}

	/** Hold these points and lines as true on the site. */
	holdAsTrue(control: Control): Promise<void> {
		this.#change(() => ({ control }));
		return this.#changes;
	}

	/** Go back to what was held as true before. */
	undoControl(): void {
		this.#inOrder((job) =>
			api.POST('/api/jobs/{job_id}/control/undo', {
				params: { path: { job_id: job.id } },
				body: { base_revision: job.revision }
			})
		);
	}

	#change(make: (job: Job) => Partial<Schemas['JobChange']>, told?: Told): void {
		this.#inOrder(
			(job) =>
				api.PATCH('/api/jobs/{job_id}', {
					params: { path: { job_id: job.id } },
					body: { base_revision: job.revision, units: job.units, ...make(job) }
				}),
			told
		);
	}

	/** One change after the other; one that fails in a way nobody expected does not hold up those behind it. */
	#inOrder(call: Call, told: Told = (trouble) => (this.trouble = trouble)): void {
		this.#changes = this.#changes
			.then(() => this.#ask(call, told))
			.catch((error: unknown) => {
				told('That did not work. Try again; if it stays, load the page afresh.');
				console.error(error);
			});
	}

	/** Make a change; it is told as soon as it is taken, before all that follows from it is here. */
	async #ask(call: Call, told: Told): Promise<void> {
		const job = this.job;
		if (!job || !(await person.ensure())) {
			told('');
			return;
		}
		try {
			await answer(call(job));
			told('');
			this.#current.taken();
			await this.#current.refresh(); // the job and its structure at once
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			await this.#current.refresh();
			this.#cutOff = false;
			told(error.told);
		}
	}
}

export const UNITS: { value: Units; label: string; short: string }[] = [
	{ value: 'ft-in', label: 'Feet and inches', short: 'ft in' },
	{ value: 'm', label: 'Metres', short: 'm' },
	{ value: 'mm', label: 'Millimetres', short: 'mm' }
];
