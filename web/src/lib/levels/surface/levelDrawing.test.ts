import { describe, expect, test } from 'vitest';
import type { Levels } from '$lib/api/types';
import { draftOf, fallOf, noFall } from '$lib/levels/build/fall';
import { contourLabels, spotLabels, spotsOf } from './levelDrawing';
import { withoutSpots } from '$lib/levels/height/targets';
import { countOf, freeName, shareOf } from '$lib/levels/typed';

const place = (x_mm: number, y_mm: number) => ({ x_mm, y_mm });
const target = (at: string, words: string, way: string | null, on_thing = true) => ({
	name: 'form tops',
	at,
	place: place(1000, 0),
	words,
	way,
	on_thing
});
const levels = {
	points: [
		{ name: 'A', label: 'A' },
		{ name: 'shed/B', label: 'B' }
	],
	result: {
		doubts: [{ at: 'shed/B' }],
		points: [
			{ name: 'A', place: place(0, 0), height_text: '5"' },
			{ name: 'shed/B', place: place(4000, 0), height_text: '-1\' 0"' },
			{ name: 'BM', place: place(0, 9000), height_text: null }
		],
		targets: [
			target('A', 'On height (1/16" high)', 'on'),
			target('shed/B', 'Raise 3/8"', 'raise'),
			target('C', '3" above the ground', null, false)
		],
		ground: { contours: [{ text: '-3"', points: [place(0, 0), place(500, 100), place(900, 0)] }] }
	}
} as unknown as Levels;
const at = (point: { x: number; y: number }) => ({ x: point.x / 10, y: -point.y / 10 });

describe('spots', () => {
	test('the ground shows every height that has a place, and marks what is doubtful', () => {
		const spots = spotsOf(levels, '');
		expect(spots.map((one) => [one.label, one.text, one.doubtful])).toEqual([
			['A', '5"', false],
			['B', '-1\' 0"', true]
		]);
	});

	test('a thing shows what hands do, shortly, and nothing where only the ground was shot', () => {
		const spots = spotsOf(levels, 'form tops');
		expect(spots.map((one) => [one.text, one.way])).toEqual([
			['On height', 'on'],
			['Raise 3/8"', 'raise'],
			['', null]
		]);
	});

	test('labels of doubtful spots are placed first, beside their spot', () => {
		const labels = spotLabels(spotsOf(levels, ''), at, true);
		expect(labels.map((one) => one.text)).toEqual(['B -1\' 0"', 'A 5"']);
		expect(labels[0]?.places[0]).toEqual({ x: 400, y: -18 });
	});

	test('without names an empty text makes no label', () => {
		expect(spotLabels(spotsOf(levels, 'form tops'), at, false)).toHaveLength(2);
	});
});

test('a contour carries its height in its middle first', () => {
	expect(contourLabels(levels.result.ground?.contours ?? [], at)[0]?.places[0]).toEqual({
		x: 50,
		y: -10
	});
});

describe('falls', () => {
	test('level is no fall', () => {
		expect(fallOf(noFall())).toBeUndefined();
	});

	test('away from a line, or to a drain; what is missing is sent for the server to tell', () => {
		const typed = { ...noFall(), way: 'away' as const, rise: ' 1/4" ', over: "1'", line: 'AB' };
		expect(fallOf(typed)).toEqual({ rise: '1/4"', over: "1'", away_from: 'AB' });
		expect(fallOf({ ...typed, way: 'drain', drain: ["3'", ''], rise: '' })).toEqual({
			rise: '',
			over: "1'",
			drain: ["3'", '']
		});
	});

	test('a kept fall is put back as it was typed', () => {
		expect(draftOf({ rise: 20, over: '1 m', drain: [0, '2 m'] })).toEqual({
			way: 'drain',
			rise: '20 mm',
			over: '1 m',
			line: '',
			drain: ['0 mm', '2 m']
		});
		expect(draftOf(null).way).toBe('level');
	});
});

describe('what is typed', () => {
	test('per cent and counts are numbers or nothing', () => {
		expect(['20', ' 7,5 % ', '0', '', 'abc', '-1', '101'].map(shareOf)).toEqual([
			0.2,
			0.075,
			0,
			undefined,
			undefined,
			undefined,
			undefined
		]);
		expect(['3', '0', '2.5', 'x', '-1', ''].map(countOf)).toEqual([
			3,
			0,
			...Array<undefined>(4).fill(undefined)
		]);
	});

	test('a new thing never takes the name of another', () => {
		expect(freeName('pad', [])).toBe('pad');
		expect(freeName('pad', ['pad', 'pad 2'])).toBe('pad 3');
	});
});

test('setting a thing anew leaves it where it belongs elsewhere', () => {
	const targets = [
		{ name: 'board tops', height: 100, at: ['AB@A', 'shed/AB@A'] },
		{ name: 'form tops', height: 50, at: ['AB@A'] },
		{ name: 'board tops', height: 80, at: ['CD@C'] }
	];
	expect(withoutSpots(targets, 'board tops', ['AB@A', 'CD@C'])).toEqual([
		{ name: 'board tops', height: 100, at: ['shed/AB@A'] },
		{ name: 'form tops', height: 50, at: ['AB@A'] }
	]);
});
