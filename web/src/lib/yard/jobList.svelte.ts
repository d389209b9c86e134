import { answer, api, type ApiError } from '$lib/api/client';
import { Latest } from '$lib/api/latest';
import type { JobSummary } from '$lib/api/types';

const PAGE = 30;
const RETRY_MS = 2000;
/** A pause in typing, after which a name is looked for. */
const PAUSE_MS = 200;

function ask(find: string, after: number, away: boolean | undefined): Promise<JobSummary[]> {
	const query = { find, most: PAGE, after, ...(away === undefined ? {} : { away }) };
	return answer(api.GET('/api/jobs', { params: { query } }));
}

interface Found {
	find: string;
	jobs: JobSummary[];
	away: JobSummary[];
}

/** The jobs of the yard, a page at a time, and the latest of those put away. */
export class JobList {
	jobs = $state<JobSummary[]>();
	/** The latest of those put away. */
	away = $state<JobSummary[]>([]);
	trouble = $state('');
	/** Whether there are more than are shown. */
	hasMore = $state(false);
	/** Part of a name that is looked for. */
	wanted = $state('');
	/** The part that the jobs on the screen were found by. */
	found = $state('');

	#pages = 1;
	readonly #latest = new Latest();

	/** Fetch what is shown again; whoever looks for a name finds it among those put away as well. */
	load(): Promise<void> {
		return this.#latest.now(() => this.#fetch(), this.#show, this.#fail);
	}

	async #fetch(): Promise<Found> {
		const find = this.wanted.trim();
		const jobs: JobSummary[] = [];
		for (let page = 0; page < this.#pages && jobs.length === page * PAGE; page++)
			jobs.push(...(await ask(find, page * PAGE, find ? undefined : false)));
		return { find, jobs, away: find ? [] : await ask('', 0, true) };
	}

	readonly #show = ({ find, jobs, away }: Found): void => {
		this.jobs = jobs;
		this.away = away;
		this.found = find;
		this.hasMore = jobs.length === this.#pages * PAGE;
		this.trouble = '';
	};

	readonly #fail = (error: ApiError): void => {
		this.trouble = error.message;
		if (error.isPassing) this.#later(RETRY_MS);
	};

	/** Look for a name once typing pauses. */
	find(text: string): void {
		this.wanted = text;
		this.#pages = 1;
		this.#later(PAUSE_MS);
	}

	more(): Promise<void> {
		this.#pages++;
		return this.load();
	}

	/** The page is left: nothing is asked for it any more. */
	leave(): void {
		this.#latest.leave();
	}

	#later(pauseMs: number): void {
		this.#latest.later(pauseMs, () => this.#fetch(), this.#show, this.#fail);
	}
}
