import { beforeEach, expect, test, vi } from 'vitest';
import { api } from '$lib/api/client';
import type { PlanDoc } from '$lib/api/types';
import { SitePreview } from '$lib/site/sitePreview.svelte';
import { settle, type FakeTransport } from '../../test/transport';
import { PlanPreview } from './preview.svelte';

vi.mock('$lib/api/client', async (original) => {
	const { FakeTransport } = await import('../../test/transport');
	return { ...(await original<object>()), api: new FakeTransport() };
});
const transport = api as unknown as FakeTransport;
const plan = (length: string): PlanDoc => ({
	kind: 'building',
	footprint: { shape: 'rectangle', length, width: '4' }
});

beforeEach(() => {
	vi.useFakeTimers();
	transport.asked = [];
});

async function typed(preview: PlanPreview, length: string): Promise<void> {
	preview.ask(plan(length), 'm', '0');
	await vi.advanceTimersByTimeAsync(50);
}

test('while one types on nothing is asked; the pause asks once', async () => {
	const preview = new PlanPreview();
	for (const length of ['9', '9.', '9.6']) preview.ask(plan(length), 'm', '0');
	await vi.advanceTimersByTimeAsync(50);
	expect(transport.count('/preview')).toBe(1);
	expect(transport.last('/preview').options.body).toMatchObject({ plan: plan('9.6') });
});

test('a newer preview ends the older one, whose answer changes nothing', async () => {
	const preview = new PlanPreview();
	await typed(preview, '9');
	const older = transport.last('/preview');
	await typed(preview, '8');
	expect(older.options.signal?.aborted).toBe(true);
	await transport.last('/preview').answer('of 8');
	await older.answer('of 9');
	expect(preview.shown).toBe('of 8');
});

test('what is refused is told at its place, and the last good drawing stays', async () => {
	const preview = new PlanPreview();
	await typed(preview, '9');
	await transport.last('/preview').answer('of 9');
	await typed(preview, 'nine');
	await transport.last('/preview').refuse(422, 'No length.');
	expect(preview.shown).toBe('of 9');
	expect(preview.isGood).toBe(false);
});

test('a site that is asked for once more ends the question before, and clearing ends it for good', async () => {
	const preview = new SitePreview();
	preview.ask('store', plan('9'), 'm');
	await vi.advanceTimersByTimeAsync(100);
	const older = transport.last('/on-site');
	preview.ask('store', plan('8'), 'm');
	await vi.advanceTimersByTimeAsync(100);
	expect(older.options.signal?.aborted).toBe(true);
	const newer = transport.last('/on-site');
	preview.clear();
	await newer.answer('late');
	await settle();
	expect(preview.shown).toBeUndefined();
});
