import { beforeEach, expect, test, vi } from 'vitest';
import { follow } from './live';

/** A stream of a browser, driven by hand. */
class FakeStream extends EventTarget {
	static readonly CLOSED = 2;
	static all: FakeStream[] = [];
	readyState = 1;
	constructor(readonly url: string) {
		super();
		FakeStream.all.push(this);
	}
	tell(mark: string): void {
		this.dispatchEvent(Object.assign(new Event('changed'), { lastEventId: mark }));
	}
	/** Broken off; the browser takes it up again by itself unless it was refused. */
	break(refused: boolean): void {
		this.readyState = refused ? FakeStream.CLOSED : 0;
		this.dispatchEvent(new Event('error'));
	}
	close(): void {
		this.readyState = FakeStream.CLOSED;
	}
}

let told = 0;
let leave = () => {};
beforeEach(() => {
	vi.useFakeTimers();
	vi.stubGlobal('EventSource', FakeStream);
	FakeStream.all = [];
	told = 0;
	leave = follow('/api/jobs/j/changes', () => told++);
});

test('the first mark only says where things stand; a new one tells, the same one again does not', () => {
	const [stream] = FakeStream.all;
	for (const mark of ['1', '1', '2', '2', '3']) stream?.tell(mark);
	expect(told).toBe(2);
});

test('a stream that was refused is opened anew, and tells what changed meanwhile', async () => {
	FakeStream.all[0]?.tell('1');
	FakeStream.all[0]?.break(true);
	await vi.advanceTimersByTimeAsync(1100);
	expect(FakeStream.all).toHaveLength(2);
	FakeStream.all[1]?.tell('5');
	expect(told).toBe(1);
});

test('it waits longer after every refusal, twenty seconds at the most, and a second again once it was heard', async () => {
	for (let n = 0; n < 8; n++) {
		FakeStream.all.at(-1)?.break(true);
		await vi.advanceTimersByTimeAsync(20_000);
	}
	expect(FakeStream.all).toHaveLength(9);
	FakeStream.all.at(-1)?.break(true);
	await vi.advanceTimersByTimeAsync(15_000);
	expect(FakeStream.all).toHaveLength(9);
	await vi.advanceTimersByTimeAsync(5_000);
	FakeStream.all.at(-1)?.tell('1');
	FakeStream.all.at(-1)?.break(true);
	await vi.advanceTimersByTimeAsync(1_100);
	expect(FakeStream.all).toHaveLength(11);
});

test('a stream that only broke off is left to the browser', async () => {
	FakeStream.all[0]?.break(false);
	await vi.advanceTimersByTimeAsync(60_000);
	expect(FakeStream.all).toHaveLength(1);
});

test('whoever leaves hears and asks no more', async () => {
	FakeStream.all[0]?.break(true);
	leave();
	await vi.advanceTimersByTimeAsync(60_000);
	expect(FakeStream.all).toHaveLength(1);
	expect(FakeStream.all[0]?.readyState).toBe(FakeStream.CLOSED);
});
