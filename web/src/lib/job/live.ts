import { transport } from '$lib/api/transport';

const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 20_000;

/**
 * Follows what others record at a path: told a moment after anything changed.  A stream that breaks off the browser
 * takes up again by itself; one that was refused it does not, so that is asked for anew after a while.
 */
export function follow(path: string, onChanged: (mark: string) => void): () => void {
	let source: EventSource | undefined;
	let timer: ReturnType<typeof setTimeout> | undefined;
	let pauseMs = FIRST_PAUSE_MS;
	let seen: string | undefined;

	function open(): void {
		source = transport.events(path);
		source.addEventListener('changed', (event) => {
			pauseMs = FIRST_PAUSE_MS;
			const mark = (event as MessageEvent<string>).lastEventId;
			// the first event only says where things stand: it was loaded a moment ago
			if (seen !== undefined && mark !== seen) onChanged(mark);
			seen = mark;
		});
		source.addEventListener('error', () => {
			if (source?.readyState !== EventSource.CLOSED) return;
			clearTimeout(timer);
			timer = setTimeout(open, pauseMs);
			pauseMs = Math.min(pauseMs * 2, LONGEST_PAUSE_MS);
		});
	}

	open();
	return () => {
		clearTimeout(timer);
		source?.close();
	};
}
