import { beforeEach, expect, test, vi } from 'vitest';
import { api } from '$lib/api/client';
import type { FakeTransport } from '../../test/transport';
import { JobList } from './jobList.svelte';

vi.mock('$lib/api/client', async (original) => {
	const { FakeTransport } = await import('../../test/transport');
	return { ...(await original<object>()), api: new FakeTransport() };
});
const transport = api as unknown as FakeTransport;
const jobs = (count: number, name = 'Job') =>
	Array.from({ length: count }, (_, i) => ({ id: `${name}${i}` }));

beforeEach(() => {
	vi.useFakeTimers();
	transport.asked = [];
});

test('a full page says that there may be more; the next page is asked for behind it', async () => {
	const list = new JobList();
	void list.load();
	await transport.last('/jobs').answer(jobs(30));
	expect(transport.last('/jobs').options.params).toMatchObject({ query: { away: true } });
	await transport.last('/jobs').answer(jobs(2, 'Away'));
	expect([list.jobs?.length, list.hasMore, list.away.length]).toEqual([30, true, 2]);
	const more = list.more();
	await transport.last('/jobs').answer(jobs(30));
	expect(transport.last('/jobs').options.params).toMatchObject({ query: { after: 30 } });
	await transport.last('/jobs').answer(jobs(4, 'Older'));
	await transport.last('/jobs').answer([]);
	await more;
	expect([list.jobs?.length, list.hasMore]).toEqual([34, false]);
});

test('what is typed is looked for after a pause, and a late answer to an earlier name is dropped', async () => {
	const list = new JobList();
	for (const text of ['g', 'ga', 'gan']) list.find(text);
	await vi.advanceTimersByTimeAsync(250);
	expect(transport.count('/jobs')).toBe(1);
	const earlier = transport.last('/jobs');
	list.find('tansy');
	await vi.advanceTimersByTimeAsync(250);
	await transport.last('/jobs').answer(jobs(1, 'Tansy'));
	await earlier.answer(jobs(2, 'Gannet'));
	expect([list.jobs?.map((one) => one.id), list.found]).toEqual([['Tansy0'], 'tansy']);
});

test('it tries again while nobody answers, and stops when the page is left', async () => {
	const list = new JobList();
	void list.load();
	await transport.last('/jobs').lose();
	await vi.advanceTimersByTimeAsync(2100);
	expect(transport.count('/jobs')).toBe(2);
	list.leave();
	await transport.last('/jobs').lose();
	await vi.advanceTimersByTimeAsync(30_000);
	expect(transport.count('/jobs')).toBe(2);
});
