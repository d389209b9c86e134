import { beforeEach, expect, test, vi } from 'vitest';
import { api } from '$lib/api/client';
import type { Structure } from '$lib/api/types';
import { person } from '$lib/person/person.svelte';
import type { FakeTransport } from '../../test/transport';
import { PlanEditor } from './editor.svelte';

vi.mock('$lib/api/client', async (original) => {
	const { FakeTransport } = await import('../../test/transport');
	return { ...(await original<object>()), api: new FakeTransport() };
});
const transport = api as unknown as FakeTransport;

function structure(revision: number, length: string): Structure {
	const document = { kind: 'building', footprint: { shape: 'rectangle', length, width: '4' } };
	return { id: 's', revision, document } as unknown as Structure;
}

let now: Structure;
let editor: PlanEditor;
beforeEach(() => {
	transport.asked = [];
	person.answer('Ines');
	now = structure(1, '9 m');
	editor = new PlanEditor(
		() => now,
		(kept) => (now = kept)
	);
});

test('an editor that nobody touched follows what others kept, and is not changed by that', () => {
	now = structure(2, '8 m');
	editor.follow();
	expect([editor.text('footprint', 'length'), editor.isChanged]).toEqual(['8 m', false]);
});

test('what is being typed stays when others keep something', () => {
	editor.put(['footprint', 'width'], '5');
	now = structure(2, '8 m');
	editor.follow();
	expect([editor.text('footprint', 'width'), editor.isChanged]).toEqual(['5', true]);
});

test('a change that comes second shows what the first left and keeps both when asked', async () => {
	editor.put(['footprint', 'width'], '5');
	const keeping = editor.keep('m');
	await vi.waitFor(() => transport.last('/plan'));
	expect(transport.last('/plan').options.body).toMatchObject({ base_revision: 1 });
	await transport.last('/plan').refuse(409, 'Ben changed this plan.');
	await keeping;
	expect([editor.message, editor.text('footprint', 'width')]).toEqual([
		'Ben changed this plan.',
		'5'
	]);
	const both = editor.keep('m', 'together');
	await vi.waitFor(() => expect(transport.count('/plan')).toBe(2));
	expect(transport.last('/plan').options.body).toMatchObject({ put_together: true });
	await transport.last('/plan').answer(structure(3, '8 m'));
	await both;
	expect([editor.message, editor.isChanged]).toEqual(['Kept.', false]);
});
