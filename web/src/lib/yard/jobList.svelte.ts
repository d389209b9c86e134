import { answer, api, ApiError } from '$lib/api/client';
import type { JobSummary } from '$lib/api/types';

const PAGE = 30;
const RETRY_MS = 2000;
/** A pause in typing, after which a name is looked for. */
const PAUSE_MS = 200;

function ask(find: string, after: number, away: boolean | undefined): Promise<JobSummary[]> {
	const query = { find, most: PAGE, after, ...(away === undefined ? {} : { away }) };
	return answer(api.GET('/api/jobs', { params: { query } }));
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
	/** How often jobs were asked for; a late answer to an older question is dropped. */
	#asked = 0;
	#timer: ReturnType<typeof setTimeout> | undefined;
	#left = false;

	/** Fetch what is shown again; whoever looks for a name finds it among those put away as well. */
	async load(): Promise<void> {
		clearTimeout(this.#timer);
		const mine = ++this.#asked;
		const find = this.wanted.trim();
		const jobs: JobSummary[] = [];
		try {
			for (let page = 0; page < this.#pages && jobs.length === page * PAGE; page++) {
				jobs.push(...(await ask(find, page * PAGE, find ? undefined : false)));
				if (mine !== this.#asked) return;
			}
			const away = find ? [] : await ask('', 0, true);
			if (mine !== this.#asked) return;
			this.jobs = jobs;
			this.away = away;
			this.found = find;
			this.hasMore = jobs.length === this.#pages * PAGE;
			this.trouble = '';
		} catch (error) {
			if (!(error instanceof ApiError)) throw error;
			if (mine !== this.#asked) return;
			this.trouble = error.message;
			if (error.isPassing) this.#later(RETRY_MS);
		}
	}

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
		this.#left = true;
		clearTimeout(this.#timer);
	}

	#later(pauseMs: number): void {
		clearTimeout(this.#timer);
		if (!this.#left) this.#timer = setTimeout(() => void this.load(), pauseMs);
	}
}
