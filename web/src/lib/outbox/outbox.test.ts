import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { beforeEach, expect, test, vi } from 'vitest';
import { api } from '$lib/api/client';
import { person } from '$lib/person/person.svelte';
import type { FakeTransport } from '../../test/transport';
import { Outbox, type Parcel } from './outbox.svelte';

vi.mock('$lib/api/client', async (original) => {
	const { FakeTransport } = await import('../../test/transport');
	return { ...(await original<object>()), api: new FakeTransport() };
});
const transport = api as unknown as FakeTransport;

/** The locks of a browser, for one name. */
class OneAtATime {
	#last: Promise<unknown> = Promise.resolve();
	request(_name: string, work: () => Promise<void>): Promise<void> {
		const mine = this.#last.then(work);
		this.#last = mine.catch(() => {});
		return mine;
	}
}

beforeEach(() => {
	vi.stubGlobal('indexedDB', new IDBFactory());
	vi.stubGlobal('navigator', { locks: new OneAtATime() });
	transport.asked = [];
	person.answer('Ines');
});

function pull(id: string, reading: string, replaces?: string): Parcel {
	const body = {
		id,
		from: 'A',
		to: 'B',
		reading,
		units: 'm',
		round: 1,
		...(replaces && { replaces })
	};
	return {
		id,
		structureId: 's',
		kind: 'pull',
		callKey: 'A|B',
		body: body as Parcel['body'] & object
	};
}
const asked = (count: number) => vi.waitFor(() => expect(transport.asked).toHaveLength(count));
const sent = (at: number) => transport.asked[at]?.options.body as { id: string; replaces?: string };
const emptied = (outbox: Outbox) => vi.waitFor(() => expect(outbox.parcels).toEqual([]));

test('readings go one after the other, in the order in which they were typed', async () => {
	const outbox = new Outbox();
	const outcomes = [outbox.post(pull('1', '4.1')), outbox.post(pull('2', '4.2'))];
	await asked(1);
	await transport.asked[0]?.answer({});
	await asked(2);
	await transport.asked[1]?.answer({});
	expect(await Promise.all(outcomes)).toEqual(['sent', 'sent']);
	expect([sent(0).id, sent(1).id]).toEqual(['1', '2']);
	await emptied(outbox);
});

test('what waits when a page is left is sent by the next page', async () => {
	const left = new Outbox();
	const outcome = left.post(pull('1', '4.1'));
	await asked(1);
	await transport.asked[0]?.lose();
	expect(await outcome).toBe('kept');
	expect([left.away, left.wouldLose]).toEqual([true, false]);
	const next = new Outbox();
	void next.flush();
	await asked(2);
	expect(sent(1).id).toBe('1');
	await transport.asked[1]?.answer({});
	await emptied(next);
});

test('a reading that was refused stays, and what was to replace it stands by itself', async () => {
	const outbox = new Outbox();
	const first = outbox.post(pull('1', 'abc'));
	void outbox.post(pull('2', '4.2', '1'));
	await asked(1);
	await transport.asked[0]?.refuse(422, 'That is no length.');
	expect(await first).toBe('refused');
	await asked(2);
	expect(sent(1).replaces).toBeUndefined();
	await transport.asked[1]?.answer({});
	await vi.waitFor(() => expect(outbox.parcels).toHaveLength(1));
	expect(outbox.parcels[0]?.refused).toBe('That is no length.');
	// it may be sent as it stands, or thrown away
	outbox.again({ ...pull('1', 'abc'), key: outbox.parcels[0]?.key ?? '' });
	await asked(3);
	await transport.asked[2]?.refuse(422, 'That is no length.');
	await vi.waitFor(() => expect(outbox.parcels[0]?.refused).toBeDefined());
	outbox.drop(outbox.parcels[0] ?? pull('', ''));
	expect(outbox.parcels).toEqual([]);
	const next = new Outbox();
	await next.reread();
	await vi.waitFor(async () => {
		await next.reread();
		expect(next.parcels).toEqual([]);
	});
});

test('a server that fails over one reading is tried four times, then those behind it get through', async () => {
	vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
	const outbox = new Outbox();
	const first = outbox.post(pull('1', '4.1'));
	void outbox.post(pull('2', '4.2'));
	for (let failure = 1; failure <= 4; failure++) {
		await until(() => transport.asked.length === failure);
		expect(sent(failure - 1).id).toBe('1');
		await transport.asked[failure - 1]?.refuse(500, 'A fault.');
		await until(() => failure === 4 || outbox.away);
		await vi.advanceTimersByTimeAsync(failure < 4 ? 10_000 : 0);
	}
	await until(() => transport.asked.length === 5);
	expect(sent(4).id).toBe('2');
	await transport.asked[4]?.answer({});
	await until(() => outbox.waiting.length === 0);
	expect(await first).toBe('kept');
	expect(outbox.parcels.map((one) => [one.id, one.refused])).toEqual([['1', 'A fault.']]);
	vi.useRealTimers();
});

test('two tabs share one list: what one puts in the other shows, what one sends leaves both', async () => {
	const [one, other] = [new Outbox(), new Outbox()];
	void one.post(pull('1', '4.1'));
	await vi.waitFor(() => expect(other.of('s').map(({ id }) => id)).toEqual(['1']));
	await transport.asked[0]?.answer({});
	await emptied(one);
	await emptied(other);
});

test('where the device keeps nothing it is said, and the page still sends', async () => {
	vi.stubGlobal('indexedDB', {
		open() {
			throw new DOMException('no storage here', 'QuotaExceededError');
		}
	});
	const outbox = new Outbox();
	const outcome = outbox.post(pull('1', '4.1'));
	await vi.waitFor(() => expect([outbox.unkept, outbox.wouldLose]).toEqual([true, true]));
	await asked(1);
	await transport.asked[0]?.answer({});
	expect(await outcome).toBe('sent');
	expect([outbox.unkept, outbox.wouldLose]).toEqual([false, false]);
});

test('parcels that a device kept before it had a list are sent first', async () => {
	const kept = new Map([
		['anvilhead.outbox.000000000000001.000000.1', JSON.stringify(pull('1', '4.1'))]
	]);
	vi.stubGlobal(
		'localStorage',
		new Proxy(
			{
				getItem: (key: string) => kept.get(key) ?? null,
				removeItem: (key: string) => kept.delete(key)
			},
			{
				ownKeys: () => [...kept.keys()],
				getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true })
			}
		)
	);
	const outbox = new Outbox();
	void outbox.post(pull('2', '4.2'));
	await asked(1);
	expect(sent(0).id).toBe('1');
	expect(kept.size).toBe(0);
});

/** Waits by turns of the event loop, while timers stand still. */
async function until(holds: () => boolean): Promise<void> {
	for (let turn = 0; turn < 500 && !holds(); turn++)
		await new Promise((resolve) => setImmediate(resolve));
	expect(holds()).toBe(true);
}
