import { createContext } from 'svelte';
import type { JobSession } from './session.svelte';

const [get, set] = createContext<JobSession>();

/** The job session of the views below the job's layout. */
export const useSession = get;

/** Make a session known to all views below. */
export function provideSession(session: JobSession): JobSession {
	set(session);
	return session;
}
