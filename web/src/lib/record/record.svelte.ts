import { answer, api, ApiError } from '$lib/api/client';
import type { LogEntry, StageName } from '$lib/api/types';

/** As many are asked for at once; an answer of fewer is the last. */
const PAGE = 200;

/** What is sought in a record; what is left empty does not matter. */
export interface Sought {
	find: string;
	structure: string;
	stage: StageName | '';
	who: string;
	day: string;
}

export const ALL: Sought = { find: '', structure: '', stage: '', who: '', day: '' };

/** The record of a job as far as it was asked for, oldest first. */
export class RecordPages {
	entries = $state.raw<LogEntry[]>([]);
	people = $state.raw<string[]>([]);
	/** Time zone whose days and hours count. */
	zone = $state('UTC');
	/** Whether nothing lies before the first entry that is shown. */
	isWhole = $state(true);
	trouble = $state('');
	/** What the entries that are shown were sought by. */
	#by = '';
	#asked = 0;

	/** Show the last entries that are like what is sought; those shown before them stay while it is the same. */
	async load(job: string, sought: Sought): Promise<void> {
		const by = JSON.stringify([job, sought]);
		const mine = ++this.#asked;
		await this.#told(async () => {
			const latest = await this.#ask(job, sought);
			if (mine !== this.#asked) return;
			const first = latest[0]?.number;
			const at = this.entries.findIndex((one) => one.number === first);
			const earlier = by === this.#by && at > 0 ? this.entries.slice(0, at) : [];
			this.entries = [...earlier, ...latest];
			if (earlier.length === 0) this.isWhole = latest.length < PAGE;
			this.#by = by;
		});
	}

	async loadEarlier(job: string, sought: Sought): Promise<void> {
		await this.#told(async () => {
			const earlier = await this.#ask(job, sought, this.entries[0]?.number);
			this.entries = [...earlier, ...this.entries];
			this.isWhole = earlier.length < PAGE;
		});
	}

	async loadPeople(job: string): Promise<void> {
		await this.#told(async () => {
			const params = { path: { job_id: job } };
			const found = await answer(api.GET('/api/jobs/{job_id}/log/people', { params }));
			this.people = found.people;
			this.zone = found.zone;
		});
	}

	#ask(job: string, sought: Sought, before?: number) {
		const said = Object.fromEntries(Object.entries(sought).filter(([, value]) => value));
		const query = { ...said, most: PAGE, ...(before === undefined ? {} : { before }) };
		return answer(api.GET('/api/jobs/{job_id}/log', { params: { path: { job_id: job }, query } }));
	}

	async #told(work: () => Promise<void>): Promise<void> {
		try {
			await work();
			this.trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			this.trouble = error.told;
		}
	}
}
