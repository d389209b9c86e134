import { beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '$lib/api/client';
import { FakeTransport } from '../../test/transport';
import { Echo } from './echo.svelte';

vi.mock('$lib/api/client', async (original) => {
	const { FakeTransport } = await import('../../test/transport');
	return { ...(await original<object>()), api: new FakeTransport() };
});
const line = api as unknown as FakeTransport;
const MANY = '/api/lengths/many';

const meaning = (text: string) => ({ read: { text, mm: 1 }, trouble: null });
const texts = () =>
	(line.last(MANY).options.body as { lengths: { text: string }[] }).lengths.map((one) => one.text);

beforeEach(() => {
	vi.useFakeTimers();
	line.asked = [];
});

describe('echoes of a page', () => {
	it('ask together when they ask at the same moment', async () => {
		const echoes = Array.from({ length: 40 }, () => new Echo());
		echoes.forEach((echo, at) => echo.ask(`${at}`, 'ft-in'));
		await vi.advanceTimersByTimeAsync(200);

		expect(line.count(MANY)).toBe(1);
		expect(texts()).toEqual(echoes.map((_, at) => `${at}`));
		await line.last(MANY).answer(echoes.map((_, at) => meaning(`${at}′`)));
		expect(echoes.map((echo) => echo.read?.text)).toEqual(echoes.map((_, at) => `${at}′`));
	});

	it('are asked in portions that the server takes', async () => {
		for (let at = 0; at < 250; at++) new Echo().ask('1', 'm');
		await vi.advanceTimersByTimeAsync(200);
		expect(line.asked.map((one) => (one.options.body as { lengths: [] }).lengths.length)).toEqual([
			200, 50
		]);
	});

	it('keep to the text that was typed last', async () => {
		const echo = new Echo();
		echo.ask('27', 'ft-in');
		await vi.advanceTimersByTimeAsync(200);
		const first = line.last(MANY);
		echo.ask('27 6', 'ft-in');
		await vi.advanceTimersByTimeAsync(200);
		await line.last(MANY).answer([meaning('27′ 6″')]);
		await first.answer([meaning('27′')]);
		expect(echo.read?.text).toBe('27′ 6″');
		expect(echo.about).toBe('27 6');
	});

	it('tell what is wrong at once when asked, also while something newer is typed', async () => {
		const echo = new Echo();
		const told = echo.check('abc', 'm');
		await vi.advanceTimersByTimeAsync(50);
		const asked = line.last(MANY);
		echo.ask('abcd', 'm');
		await asked.answer([{ read: null, trouble: { message: 'no length' } }]);
		expect(await told).toBe('no length');
		expect(echo.trouble).toBe('');
	});

	it('say nothing where nobody answers, and ask nothing of an empty field', async () => {
		const echo = new Echo();
		const told = echo.check('3', 'm');
		await vi.advanceTimersByTimeAsync(50);
		await line.last(MANY).lose();
		expect(await told).toBe('');
		echo.ask(' ', 'm');
		await vi.advanceTimersByTimeAsync(200);
		expect(line.count(MANY)).toBe(1);
	});
});
