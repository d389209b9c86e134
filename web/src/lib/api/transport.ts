/** What carries questions, downloads and live events; another one can answer without a server. */
export interface Transport {
	/** One question and its answer. */
	ask(request: Request): Promise<Response>;
	/** Events of an address as they come, until it is closed. */
	events(path: string): EventSource;
	/** Where the browser fetches a file from. */
	address(path: string): string;
}

const ANSWER_WITHIN_MS = 15_000;

/** The server that the page came from. */
export const server: Transport = {
	ask: (request) =>
		fetch(request, {
			signal: AbortSignal.any([request.signal, AbortSignal.timeout(ANSWER_WITHIN_MS)])
		}),
	events: (path) => new EventSource(path),
	address: (path) => path
};

let carrier = server;

/** Carry everything from now on by another transport. */
export function carryBy(other: Transport): void {
	carrier = other;
}

export const transport: Transport = {
	ask: (request) => carrier.ask(request),
	events: (path) => carrier.events(path),
	address: (path) => carrier.address(path)
};
