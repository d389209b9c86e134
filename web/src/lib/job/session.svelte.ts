import { answer, api, ApiError, type Schemas } from '$lib/api/client';
import type { Control, Job, Structure, Units } from '$lib/api/types';
import { person } from '$lib/person/person.svelte';

const RETRY_MS = 2000;

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

	#refreshing = false;
	/** Something changed while the last refresh was on its way. */
	#again = false;
	#retry: ReturnType<typeof setTimeout> | undefined;
	/** How often the job was asked for or taken; an answer to an older question must not put it back. */
	#taken = 0;
	#left = false;
	/** The structure that is wanted whole. */
	#wanted: string | undefined;
	/** Changes of the job itself, one after the other, so that each stands on the one before. */
	#changes: Promise<void> = Promise.resolve();

	/**
	 * Load a job and one of its structures, or load them again; keeps trying while the server or its database is away.
	 */
	async load(jobId: string, structureId?: string): Promise<void> {
		clearTimeout(this.#retry);
		this.#wanted = structureId;
		const mine = ++this.#taken;
		try {
			const found = await this.#fetch(jobId);
			if (mine === this.#taken) this.#show(found);
			else if (this.job?.id !== jobId) return;
			else void this.refresh(jobId);
			this.trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			if (mine !== this.#taken) return;
			this.trouble = error.message;
			if (error.isPassing && !this.#left)
				this.#retry = setTimeout(() => void this.load(jobId, structureId), RETRY_MS);
		}
	}

	async #fetch(jobId: string): Promise<Found> {
		const asked = api.GET('/api/jobs/{job_id}', { params: { path: { job_id: jobId } } });
		const [job, whole] = await Promise.all([answer(asked), this.#fetchWhole()]);
		return { job, whole };
	}

	/** The structure that is wanted; undefined when there is none of that id. */
	async #fetchWhole(): Promise<Structure | undefined> {
		if (!this.#wanted) return undefined;
		const path = { structure_id: this.#wanted };
		try {
			return await answer(api.GET('/api/structures/{structure_id}', { params: { path } }));
		} catch (error) {
			if (error instanceof ApiError && error.status === 404) return undefined;
			throw error;
		}
	}

	/** Both at once, so that no view has lengths in two units. */
	#show({ job, whole }: Found): void {
		this.job = job;
		this.whole = whole;
	}

	/** Load again what somebody else changed; trouble is left to whoever acts next. */
	async refresh(jobId: string): Promise<void> {
		if (this.#refreshing) {
			this.#again = true;
			return;
		}
		this.#refreshing = true;
		try {
			do {
				this.#again = false;
				const mine = ++this.#taken;
				const found = await this.#fetch(jobId);
				// something newer came while this was on its way: ask once more rather than go back
				if (mine !== this.#taken) this.#again = true;
				else if (this.job?.id === jobId) this.#show(found);
			} while (this.#again && !this.#left);
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
		} finally {
			this.#refreshing = false;
		}
	}

	structure(id: string): Structure | undefined {
		return this.whole?.id === id ? this.whole : undefined;
	}

	/** The page is left: nothing is tried again for it. */
	leave(): void {
		this.#left = true;
		clearTimeout(this.#retry);
	}

	/** Take a structure as the server now has it. */
	take(structure: Structure): void {
		if (structure.id !== this.#wanted) return;
		this.#taken++;
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
	async burnAt(burn: string): Promise<string> {
		this.#change(() => ({ burn }));
		await this.#changes;
		const trouble = this.trouble;
		this.trouble = '';
		return trouble;
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

	#change(make: (job: Job) => Partial<Schemas['JobChange']>): void {
		this.#inOrder((job) =>
			api.PATCH('/api/jobs/{job_id}', {
				params: { path: { job_id: job.id } },
				body: { base_revision: job.revision, units: job.units, ...make(job) }
			})
		);
	}

	/** One change after the other; one that fails in a way nobody expected does not hold up those behind it. */
	#inOrder(call: (job: Job) => Parameters<typeof answer<Job>>[0]): void {
		this.#changes = this.#changes
			.then(() => this.#ask(call))
			.catch((error: unknown) => {
				this.trouble = 'That did not work. Try again; if it stays, load the page afresh.';
				console.error(error);
			});
	}

	async #ask(call: (job: Job) => Parameters<typeof answer<Job>>[0]): Promise<void> {
		const job = this.job;
		if (!job || !(await person.ensure())) return;
		try {
			const changed = await answer(call(job));
			const mine = ++this.#taken;
			const whole = await this.#fetchWhole();
			// what was recorded while the structure was on its way is newer than it
			if (mine === this.#taken) this.#show({ job: changed, whole });
			else {
				this.job = changed;
				void this.refresh(job.id);
			}
			this.trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			await this.load(job.id, this.#wanted);
			this.trouble = error.told;
		}
	}
}

export const UNITS: { value: Units; label: string; short: string }[] = [
	{ value: 'ft-in', label: 'Feet and inches', short: 'ft in' },
	{ value: 'm', label: 'Metres', short: 'm' },
	{ value: 'mm', label: 'Millimetres', short: 'mm' }
];
