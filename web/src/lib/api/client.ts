import createClient, { type Middleware } from 'openapi-fetch';
import { person } from '$lib/person/person.svelte';
import type { components, paths } from './schema';
import { transport } from './transport';

export type Schemas = components['schemas'];
export type ProblemDocument = Schemas['ProblemDocument'];

/** An answer that is not success, or no answer at all (`status` 0). */
export class ApiError extends Error {
	constructor(
		readonly status: number,
		readonly problem: ProblemDocument
	) {
		super(problem.detail);
	}

	/** Whether trying again later can help: no network, too much at once, or the database is away. */
	get isPassing(): boolean {
		return [0, 408, 429, 502, 503, 504].includes(this.status);
	}

	/** Whether the server failed over it, which says nothing against what was sent. */
	get isFault(): boolean {
		return this.status >= 500;
	}

	/** What is wrong, in words: of the first field that is at fault, else of the whole. */
	get told(): string {
		return this.problem.problems?.[0]?.message ?? this.message;
	}

	/** What is said about one place of the request, by its JSON pointer. */
	at(pointer: string): string | undefined {
		return this.problem.problems?.find((one) => one.pointer === pointer)?.message;
	}
}

const whoIsAtWork: Middleware = {
	onRequest({ request }) {
		if (person.name) request.headers.set('Anvilhead-Who', encodeURIComponent(person.name));
		return request;
	}
};

export const api = createClient<paths>({
	baseUrl: '/',
	fetch: (request) => transport.ask(request)
});
api.use(whoIsAtWork);

/**
 * Take the data of an answer.
 * @throws {ApiError} for every answer that is not success, and when there is none.
 */
export async function answer<T>(
	call: Promise<{ data?: T; error?: unknown; response: Response }>
): Promise<T> {
	let got;
	try {
		got = await call;
	} catch (error) {
		if (error instanceof DOMException && error.name === 'AbortError') throw error;
		throw new ApiError(0, plainProblem('no-answer', 'Anvilhead does not answer just now.'));
	}
	if (got.response.ok && got.data !== undefined) return got.data;
	const told = got.error as Partial<ProblemDocument> | undefined;
	throw new ApiError(
		got.response.status,
		told?.detail ? (told as ProblemDocument) : plainProblem('unknown', 'The answer cannot be read.')
	);
}

function plainProblem(code: string, detail: string): ProblemDocument {
	return {
		type: `urn:anvilhead:problem:${code}`,
		title: detail,
		status: 0,
		detail,
		code,
		problems: []
	};
}
