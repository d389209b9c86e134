import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { api } from '$lib/api/client';
import { person } from '$lib/person/person.svelte';
import type { FakeTransport } from '../../test/transport';
import { JobSession } from './session.svelte';

vi.mock('$lib/api/client', async (original) => {
	const { FakeTransport } = await import('../../test/transport');
	return { ...(await original<object>()), api: new FakeTransport() };
});
const transport = api as unknown as FakeTransport;
const job = (name: string, revision = 1) => ({
	id: 'j',
	name,
	revision,
	units: 'm',
	structures: []
});
const whole = (revision: number) => ({ id: 's', job_id: 'j', revision });

beforeEach(() => {
	vi.useFakeTimers();
	transport.asked = [];
	person.answer('Ines');
});
afterEach(() => vi.restoreAllMocks());

async function loaded(): Promise<JobSession> {
	const session = new JobSession();
	const loading = session.load('j', 's');
	await transport.last('{job_id}').answer(job('First'));
	await transport.last('{structure_id}').answer(whole(1));
	await loading;
	return session;
}

test('opening a job asks for it and for the one structure in front', async () => {
	const session = await loaded();
	expect([session.job?.name, session.structure('s')?.revision]).toEqual(['First', 1]);
	expect(session.structure('another')).toBeUndefined();
	expect(transport.asked).toHaveLength(2);
});

test('an answer that was asked for before something newer came does not put it back', async () => {
	const session = await loaded();
	void session.refresh();
	const [late, lateWhole] = [transport.last('{job_id}'), transport.last('{structure_id}')];
	session.take({ ...whole(2) } as never);
	await late.answer(job('First'));
	await lateWhole.answer(whole(1));
	expect(session.structure('s')?.revision).toBe(2);
	// it asks once more, since something has changed since
	await transport.last('{job_id}').answer(job('Second'));
	await transport.last('{structure_id}').answer(whole(3));
	expect([session.job?.name, session.structure('s')?.revision]).toEqual(['Second', 3]);
});

test('a change that fails in a way nobody expected does not hold up the next', async () => {
	const session = await loaded();
	vi.spyOn(console, 'error').mockImplementation(() => {});
	const { PATCH } = transport;
	transport.PATCH = () => {
		throw new RangeError('nobody expected this');
	};
	await session.rename('Lost');
	expect(session.trouble).toContain('did not work');
	transport.PATCH = PATCH;
	const renaming = session.rename('Kept');
	await vi.advanceTimersByTimeAsync(0);
	await transport.last('{job_id}').answer(job('Kept', 2)); // the change
	await transport.last('{job_id}').answer(job('Kept', 2)); // and what is shown
	await transport.last('{structure_id}').answer(whole(1));
	await renaming;
	expect([session.job?.name, session.trouble]).toEqual(['Kept', '']);
});

test('while nobody answers it tries again, until the page is left', async () => {
	const session = new JobSession();
	void session.load('j', 's');
	await transport.last('{job_id}').lose();
	expect(session.trouble).not.toBe('');
	await vi.advanceTimersByTimeAsync(2100);
	expect(transport.count('{job_id}')).toBe(2);
	session.leave();
	await transport.last('{job_id}').lose();
	await vi.advanceTimersByTimeAsync(60_000);
	expect(transport.count('{job_id}')).toBe(2);
});

test('a structure that is gone is no trouble of the job', async () => {
	const session = new JobSession();
	void session.load('j', 's');
	await transport.last('{structure_id}').refuse(404, 'There is no such structure here.');
	await transport.last('{job_id}').answer(job('First'));
	expect([session.job?.name, session.whole, session.trouble]).toEqual(['First', undefined, '']);
});
