/** Stands in for the server in tests: every question waits until the test answers it. */
export class Asked {
	readonly settled: Promise<unknown>;
	#resolve!: (got: unknown) => void;
	#reject!: (error: unknown) => void;

	constructor(
		readonly method: string,
		readonly path: string,
		readonly options: { signal?: AbortSignal; body?: unknown; params?: unknown } = {}
	) {
		this.settled = new Promise((resolve, reject) => {
			this.#resolve = resolve;
			this.#reject = reject;
		});
		options.signal?.addEventListener('abort', () =>
			this.#reject(new DOMException('nobody waits for it', 'AbortError'))
		);
	}

	answer(data: unknown): Promise<void> {
		this.#resolve({ data, response: new Response(null, { status: 200 }) });
		return settle();
	}

	refuse(status: number, detail: string): Promise<void> {
		this.#resolve({ error: { detail, code: 'refused' }, response: new Response(null, { status }) });
		return settle();
	}

	/** No answer at all. */
	lose(): Promise<void> {
		this.#reject(new TypeError('the line is down'));
		return settle();
	}
}

export class FakeTransport {
	asked: Asked[] = [];
	GET = this.#asking('GET');
	POST = this.#asking('POST');
	PUT = this.#asking('PUT');
	PATCH = this.#asking('PATCH');

	/** The latest question on an address, however it ends. */
	last(path: string): Asked {
		const found = this.asked.findLast((one) => one.path.endsWith(path));
		if (!found) throw new Error(`nobody asked for ${path}`);
		return found;
	}

	count(path: string): number {
		return this.asked.filter((one) => one.path.endsWith(path)).length;
	}

	#asking(method: string) {
		return (path: string, options?: Asked['options']) => {
			const asked = new Asked(method, path, options);
			this.asked.push(asked);
			return asked.settled;
		};
	}
}

/** Let everything that waits for an answer go on. */
export async function settle(): Promise<void> {
	for (let turn = 0; turn < 12; turn++) await Promise.resolve();
}
