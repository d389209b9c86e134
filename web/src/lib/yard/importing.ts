import { answer, api, ApiError } from '$lib/api/client';
import type { Job } from '$lib/api/types';
import { person } from '$lib/person/person.svelte';

const LARGEST_BYTES = 30_000_000;
const MOST_LINES = 12;

/** Send a job file as it is; gives the job, or what is wrong with the file, each line with its place.
 * `opened` is the job that the same file became before. */
export async function importJobFile(
	file: File,
	again = false
): Promise<{ job?: Job; opened?: string; trouble: string[] }> {
	if (file.size > LARGEST_BYTES) {
		return {
			trouble: [`${file.name} is over 30 MB, more than any job needs. Is it the right file?`]
		};
	}
	if (!(await person.ensure())) return { trouble: [] };
	try {
		const job = await answer(
			api.POST('/api/jobs/files', {
				params: { query: { again } },
				// the text goes as it is, so that the server can place every fault in it
				body: (await file.text()) as never,
				bodySerializer: (text) => text as unknown as string,
				headers: { 'Content-Type': 'application/json' }
			})
		);
		return { job, trouble: [] };
	} catch (error) {
		if (!(error instanceof ApiError)) throw error;
		const { code, other } = error.problem;
		if (code === 'opened-before' && other) return { opened: other, trouble: [error.message] };
		const lines = (error.problem.problems ?? []).map(
			(one) => `${one.pointer || file.name}: ${one.message}`
		);
		const more = lines.length > MOST_LINES ? [`and ${lines.length - MOST_LINES} more`] : [];
		return { trouble: lines.length ? [...lines.slice(0, MOST_LINES), ...more] : [error.message] };
	}
}
