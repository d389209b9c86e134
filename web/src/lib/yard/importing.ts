import { answer, api, ApiError } from '$lib/api/client';
import type { Job } from '$lib/api/types';
import { person } from '$lib/person/person.svelte';

/** A job file, and a zip of one with its photos. */
const LARGEST_MB = { json: 30, zip: 300 };
const MOST_LINES = 12;

/** Send a job file as it is; gives the job, or what is wrong with the file, each line with its place.
 * `opened` is the job that the same file became before. */
export async function importJobFile(
	file: File,
	again = false
): Promise<{ job?: Job; opened?: string; trouble: string[] }> {
	const isZip = file.name.toLowerCase().endsWith('.zip');
	const most = LARGEST_MB[isZip ? 'zip' : 'json'];
	if (file.size > most * 1_000_000) {
		return {
			trouble: [`${file.name} is over ${most} MB, more than any job needs. Is it the right file?`]
		};
	}
	if (!(await person.ensure())) return { trouble: [] };
	try {
		const job = await answer(
			api.POST('/api/jobs/files', {
				params: { query: { again } },
				// it goes as it is, so that the server can place every fault in it
				body: file as never,
				bodySerializer: (whole) => whole as unknown as Blob,
				headers: { 'Content-Type': isZip ? 'application/zip' : 'application/json' }
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
