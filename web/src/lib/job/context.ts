import { page } from '$app/state';
import { createContext } from 'svelte';
import type { Job, Structure } from '$lib/api/types';
import type { JobSession } from './session.svelte';

const [get, set] = createContext<JobSession>();

/** The job session of the views below the job's layout. */
export const useSession = get;

/** Make a session known to all views below. */
export function provideSession(session: JobSession): JobSession {
	set(session);
	return session;
}

/** Where a stage stands: the structure its address names, the job around it, and their session. */
export interface Here {
	readonly session: JobSession;
	readonly job: Job;
	readonly structure: Structure;
	/** The structure as the crew calls it. */
	readonly name: string;
}

/** The stage's own structure; the layout shows a stage only with its job and structure there. */
export function useHere(): Here {
	const session = get();
	return {
		session,
		get job() {
			return session.job as Job;
		},
		get structure() {
			return session.structure(page.params.structure ?? '') as Structure;
		},
		get name() {
			return this.structure.plan.name ?? this.structure.name_in_file;
		}
	};
}
