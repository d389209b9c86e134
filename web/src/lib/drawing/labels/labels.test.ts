import { describe, expect, it } from 'vitest';
import {
	lineObstacle,
	overlap,
	placeLabels,
	readableTurn,
	textWidth,
	visiblePart,
	type PlacedLabel
} from './labels';

const sheet = { width: 1000, height: 1000 };
const label = (key: string, places: { x: number; y: number }[], turn = 0) => ({
	key,
	text: '44′ 0″',
	places,
	turn,
	size: 16
});

/** The box of a placed text, without its gap. */
const boxOf = (one: PlacedLabel) => ({
	at: one.at,
	half: { x: textWidth(one.text, one.size) / 2, y: one.size / 2 },
	turn: one.turn
});

describe('placeLabels', () => {
	it('moves a label on when its best place is taken', () => {
		const labels = [
			label('AC', [{ x: 100, y: 100 }]),
			label('BD', [
				{ x: 104, y: 103 },
				{ x: 100, y: 160 }
			])
		];
		expect(placeLabels(labels, [], sheet).labels.map((one) => one.at)).toEqual([
			{ x: 100, y: 100 },
			{ x: 100, y: 160 }
		]);
	});

	it('leaves out a label without a free place', () => {
		const labels = [label('AC', [{ x: 100, y: 100 }]), label('BD', [{ x: 105, y: 105 }])];
		expect(placeLabels(labels, [], sheet).labels.map((one) => one.key)).toEqual(['AC']);
	});

	it('tells which found no room', () => {
		const labels = [label('AC', [{ x: 100, y: 100 }]), label('BD', [{ x: 105, y: 105 }])];
		expect(placeLabels(labels, [], sheet).left.map((one) => one.key)).toEqual(['BD']);
	});

	it('says nothing of what is not on the sheet', () => {
		const away = { x: -300, y: 100 };
		const { labels, left } = placeLabels([{ ...label('H7', [away]), anchor: away }], [], sheet);
		expect([labels, left]).toEqual([[], []]);
	});

	it('leads from a label that stands off to what it belongs to, and nothing lies on that line', () => {
		const anchor = { x: 500, y: 500 };
		const wall = { at: anchor, half: { x: 30, y: 30 }, turn: 0 };
		const labels = [
			{ ...label('AB', [anchor]), anchor },
			{ ...label('BC', [anchor]), anchor }
		];
		const { labels: placed, left } = placeLabels(labels, [wall], sheet);
		expect(left).toEqual([]);
		const [one, other] = placed.map((at) => lineObstacle(anchor, at.leader ?? anchor, 2));
		for (const [line, text] of [
			[one, placed[1]],
			[other, placed[0]]
		] as const)
			expect(line && text && overlap(line, boxOf(text))).toBe(false);
	});

	it('lies on its own line and on no other', () => {
		const places = [{ x: 500, y: 500 }];
		const line = lineObstacle({ x: 0, y: 500 }, { x: 1000, y: 500 }, 3, 'diagonal A-C');
		const [own, other] = [label('diagonal A-C', places), label('diagonal B-D', places)];
		expect(placeLabels([own], [line], sheet).left).toEqual([]);
		expect(placeLabels([other], [line], sheet).left).toEqual([other]);
	});

	it('parts the labels of 200 corners and 500 shots none over another', () => {
		const round = (count: number, reach: number) =>
			Array.from({ length: count }, (_, n) => ({
				x: 500 + reach * Math.cos((2 * Math.PI * n) / count) * (1 + 0.1 * (n % 2)),
				y: 500 + reach * Math.sin((2 * Math.PI * n) / count) * (1 + 0.1 * (n % 2))
			}));
		const corners = round(200, 400);
		const walls = corners.map((one, n) =>
			lineObstacle(one, corners[(n + 1) % corners.length] ?? one, 2)
		);
		const spots = Array.from({ length: 500 }, (_, n) => ({
			x: 150 + 31 * (n % 23),
			y: 150 + 31 * Math.floor(n / 23)
		}));
		const around = (at: { x: number; y: number }, far: number) =>
			[0, 1, 2, 3].map((way) => ({
				x: at.x + far * Math.cos((way * Math.PI) / 2),
				y: at.y + far * Math.sin((way * Math.PI) / 2)
			}));
		const labels = [...corners, ...spots].map((at, n) => ({
			...label(`${n}`, around(at, 20)),
			text: n < 200 ? 'AB' : '12.34',
			anchor: at
		}));
		const { labels: placed, left } = placeLabels(labels, walls, sheet);
		expect(placed.length + left.length).toBe(700);
		expect(placed.length).toBeGreaterThan(300);
		const boxes = placed.map(boxOf);
		for (const [n, one] of boxes.entries())
			for (const other of boxes.slice(n + 1)) expect(overlap(one, other)).toBe(false);
	});

	it('keeps clear of what is drawn already, and on the sheet', () => {
		const wanted = label('AB', [
			{ x: 2, y: 100 },
			{ x: 100, y: 100 },
			{ x: 100, y: 150 }
		]);
		const board = { at: { x: 110, y: 100 }, half: { x: 10, y: 10 }, turn: 0 };
		expect(placeLabels([wanted], [board], sheet).labels[0]?.at).toEqual({ x: 100, y: 150 });
	});
});

describe('lineObstacle', () => {
	it('is as long as its line and turned with it', () => {
		const line = lineObstacle({ x: 0, y: 0 }, { x: 30, y: 40 }, 4);
		expect(line.half).toEqual({ x: 25, y: 2 });
		expect(overlap(line, { at: { x: 15, y: 20 }, half: { x: 1, y: 1 }, turn: 0 })).toBe(true);
		expect(overlap(line, { at: { x: 25, y: 10 }, half: { x: 1, y: 1 }, turn: 0 })).toBe(false);
	});
});

describe('overlap', () => {
	it('sees that turned boxes pass each other where upright boxes would touch', () => {
		const long = { half: { x: 50, y: 5 }, turn: 45 };
		expect(overlap({ at: { x: 0, y: 0 }, ...long }, { at: { x: 20, y: -20 }, ...long })).toBe(
			false
		);
		expect(overlap({ at: { x: 0, y: 0 }, ...long }, { at: { x: 20, y: 20 }, ...long })).toBe(true);
	});
});

describe('readableTurn', () => {
	it.each([
		[1, 0, 0],
		[-1, 0, 0],
		[0, 1, -90],
		[0, -1, -90],
		[-1, -1, 45]
	])('direction %d, %d turns %d', (dx, dy, turn) => {
		expect(readableTurn(dx, dy)).toBeCloseTo(turn);
	});
});

describe('visiblePart', () => {
	it.each([
		['runs off to the left', [-100, 500], [500, 500], [0, 500], [500, 500]],
		['runs off on both sides', [500, -500], [500, 1500], [500, 0], [500, 1000]],
		['lies on the sheet', [10, 10], [20, 30], [10, 10], [20, 30]]
	])('of a line that %s', (_, one, two, from, to) => {
		const xy = ([x = 0, y = 0]: number[]) => ({ x, y });
		expect(visiblePart(xy(one), xy(two), sheet)).toEqual([xy(from), xy(to)]);
	});

	it('is nothing of a line beside the sheet', () => {
		expect(visiblePart({ x: -5, y: 0 }, { x: -5, y: 900 }, sheet)).toBeUndefined();
		expect(visiblePart({ x: -50, y: 40 }, { x: 40, y: -50 }, sheet)).toBeUndefined();
	});
});
