import { beforeEach, expect, test, vi } from 'vitest';
import { ApiError } from './client';
import { Current } from './current';
import { settle } from '../../test/transport';

/** Questions as they were asked, each answered or refused by the test. */
interface Question {
	signal: AbortSignal;
	answer: (got: string) => Promise<void>;
	refuse: (status: number) => Promise<void>;
}
let asked: Question[];
let shown: string[];
let refused: number[];
let current: Current<string>;

const refusal = (status: number) => new ApiError(status, { detail: 'no' } as never);

beforeEach(() => {
	vi.useFakeTimers();
	[asked, shown, refused] = [[], [], []];
	current = new Current(
		(signal) =>
			new Promise((resolve, reject) => {
				asked.push({
					signal,
					answer: (got) => (resolve(got), settle()),
					refuse: (status) => (reject(refusal(status)), settle())
				});
			}),
		(got) => shown.push(got),
		(error) => refused.push(error.status)
	);
});

test('changes that come while a fetch is on its way are fetched once after it', async () => {
	const first = current.refresh();
	void current.refresh();
	void current.refresh();
	expect(asked).toHaveLength(1);
	await asked[0]?.answer('old');
	expect(asked).toHaveLength(2);
	await asked[1]?.answer('new');
	await first;
	expect(shown).toEqual(['old', 'new']);
	expect(asked).toHaveLength(2);
});

test('an answer older than what an act brought is not shown, but asked for again', async () => {
	void current.refresh();
	current.taken();
	await asked[0]?.answer('old');
	expect(shown).toEqual([]);
	await asked[1]?.answer('new');
	expect(shown).toEqual(['new']);
});

test('what is no longer wanted is let go of, however it ends', async () => {
	void current.refresh();
	const wanted = current.restart();
	expect(asked[0]?.signal.aborted).toBe(true);
	await asked[1]?.answer('wanted');
	await asked[0]?.answer('unwanted');
	await wanted;
	expect(shown).toEqual(['wanted']);
	void current.refresh();
	void current.restart();
	await asked[2]?.refuse(503);
	expect(refused).toEqual([]);
});

test('while the server is away it is tried again, a plain refusal is not, and nothing once the page is left', async () => {
	void current.refresh();
	await asked[0]?.refuse(503);
	await vi.advanceTimersByTimeAsync(2100);
	expect(asked).toHaveLength(2);
	await asked[1]?.refuse(404);
	await vi.advanceTimersByTimeAsync(60_000);
	expect(asked).toHaveLength(2);
	void current.refresh();
	current.leave();
	await asked[2]?.refuse(503);
	await vi.advanceTimersByTimeAsync(60_000);
	expect(asked).toHaveLength(3);
	expect(refused).toEqual([503, 404, 503]);
});
