import { answer, api, ApiError } from '$lib/api/client';
import type { JobSummary, StructureSummary } from '$lib/api/types';
import { person } from '$lib/person/person.svelte';
import { newId } from '$lib/ui/newId';

/** What can be done to a job in the yard, or to one of its structures. */
export type YardAct =
	| { kind: 'copy' | 'put-away' | 'bring-back' | 'delete' | 'undelete'; job: JobSummary }
	| { kind: 'restore' | 'restore-structure'; id: string; name: string }
	| {
			kind: 'copy-structure' | 'delete-structure' | 'undelete-structure';
			job: JobSummary;
			structure: StructureSummary;
	  };

/** What was done, in words, and what takes it back; or what went wrong. */
export interface Done {
	text: string;
	back?: YardAct;
	trouble?: boolean;
}

/** Do it. */
export async function act(wanted: YardAct): Promise<Done> {
	if (!(await person.ensure())) return { text: 'Say who you are first.', trouble: true };
	try {
		return await doing(wanted);
	} catch (error) {
		if (!(error instanceof ApiError)) throw error;
		return { text: error.told, trouble: true };
	}
}

async function doing(wanted: YardAct): Promise<Done> {
	if ('id' in wanted) {
		await none(
			wanted.kind === 'restore'
				? api.POST('/api/jobs/{job_id}/delete/back', { params: { path: { job_id: wanted.id } } })
				: api.POST('/api/structures/{structure_id}/delete/back', {
						params: { path: { structure_id: wanted.id } }
					})
		);
		return { text: `“${wanted.name}” is back.` };
	}
	const { job } = wanted;
	const params = { path: { job_id: job.id } };
	if (wanted.kind === 'copy') {
		const name = copyOf(job.name);
		await answer(api.POST('/api/jobs/{job_id}/copies', { params, body: { name } }));
		return { text: `“${name}” hangs beside it.` };
	}
	if (wanted.kind === 'put-away') {
		await none(api.POST('/api/jobs/{job_id}/away', { params }));
		return { text: `“${job.name}” is put away.`, back: { kind: 'bring-back', job } };
	}
	if (wanted.kind === 'bring-back') {
		await none(api.POST('/api/jobs/{job_id}/away/back', { params }));
		return { text: `“${job.name}” hangs in the yard again.` };
	}
	if (wanted.kind === 'delete') {
		await none(api.DELETE('/api/jobs/{job_id}', { params }));
		return { text: `“${job.name}” is deleted.`, back: { kind: 'undelete', job } };
	}
	if (wanted.kind === 'undelete') {
		await none(api.POST('/api/jobs/{job_id}/delete/back', { params }));
		return { text: `“${job.name}” is back.` };
	}
	return onStructure(wanted as Extract<YardAct, { structure: unknown }>);
}

async function onStructure(wanted: Extract<YardAct, { structure: unknown }>): Promise<Done> {
	const { job, structure } = wanted;
	const params = { path: { structure_id: structure.id } };
	if (wanted.kind === 'copy-structure') {
		const name = copyOf(structure.name);
		const body = { id: newId(), name_in_file: `copy-${newId().slice(0, 8)}`, name };
		await answer(api.POST('/api/structures/{structure_id}/copies', { params, body }));
		return { text: `“${name}” hangs in ${job.name}.` };
	}
	if (wanted.kind === 'delete-structure') {
		await none(api.DELETE('/api/structures/{structure_id}', { params }));
		return {
			text: `“${structure.name}” is deleted.`,
			back: { kind: 'undelete-structure', job, structure }
		};
	}
	await none(api.POST('/api/structures/{structure_id}/delete/back', { params }));
	return { text: `“${structure.name}” is back.` };
}

const LONGEST_NAME = 120;
const COPY = ', copy';

/** A name for a copy, no longer than names may be. */
function copyOf(name: string): string {
	return name.slice(0, LONGEST_NAME - COPY.length) + COPY;
}

/** An answer without a body. */
async function none(call: Promise<{ error?: unknown; response: Response }>): Promise<void> {
	const got = await call;
	if (!got.response.ok) await answer(Promise.resolve({ ...got, data: undefined }));
}
