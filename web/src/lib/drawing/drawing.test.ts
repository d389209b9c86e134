import { describe, expect, it } from 'vitest';
import type { StructureResult } from '$lib/api/types';
import { boardEnds, pointsText, walkPoints } from './drawing';
import { dimensionLabels, letterLabels } from '$lib/drawing/labels/planLabels';
import type { XY } from './viewport';

/** The screen of a plan at one pixel to a millimetre, y down. */
const at = (point: XY): XY => ({ x: point.x, y: -point.y });

/** As much of a result as the drawing of walls reads. */
function walls(corners: [number, number][], closed = true): StructureResult {
	const names = corners.map((_, i) => String.fromCharCode(65 + i));
	const pairs = names.map((name, i) => [name, names[(i + 1) % names.length] as string]);
	return {
		closed,
		corners: Object.fromEntries(
			names.map((name, i) => [name, { x_mm: corners[i]?.[0], y_mm: corners[i]?.[1] }])
		),
		sides: (closed ? pairs : pairs.slice(0, -1)).map(([from, to]) => ({
			line: `${from}${to}`,
			from,
			to,
			text: `${from}${to}`
		})),
		diagonals: []
	} as unknown as StructureResult;
}

const ell: [number, number][] = [
	[0, 0],
	[300, 0],
	[300, 120],
	[200, 120],
	[200, 200],
	[0, 200]
];

describe('letters of corners', () => {
	it('stand outside a plain corner and outside a reflex one', () => {
		const first = Object.fromEntries(
			letterLabels(walls(ell), at).map((label) => [label.key, label.places[0] as XY])
		);

		expect(first['corner A']?.x).toBeLessThan(0);
		expect(first['corner A']?.y).toBeGreaterThan(0);
		// in the notch of an ell, outside is up and to the right
		expect(first['corner D']?.x).toBeGreaterThan(200);
		expect(first['corner D']?.y).toBeLessThan(-120);
	});

	it('stand outside whichever way round the walls are walked', () => {
		const clockwise = letterLabels(
			walls([ell[0] as [number, number], ...ell.slice(1).reverse()]),
			at
		);
		expect(clockwise[0]?.places[0]?.x).toBeLessThan(0);
	});
});

const SHEET = { width: 4000, height: 4000 };
/** In the middle of a sheet. */
const on = (point: XY): XY => ({ x: at(point).x + 2000, y: at(point).y + 2000 });

describe('a shape of more than 27 corners', () => {
	it('keeps the 28th corner, AB, apart from the line AB', () => {
		const ring = Array.from({ length: 30 }, (_, i): [number, number] => [
			1000 * Math.cos((i * Math.PI) / 15),
			1000 * Math.sin((i * Math.PI) / 15)
		]);
		const shape = walls(ring);
		const labels = [...letterLabels(shape, at), ...dimensionLabels(shape, on, true, SHEET)];
		expect(new Set(labels.map((label) => label.key)).size).toBe(labels.length);
	});
});

describe('lengths of sides', () => {
	it('stand inside along their side', () => {
		const places = Object.fromEntries(
			dimensionLabels(walls(ell), on, false, SHEET).map((label) => [
				label.key,
				label.places[0] as XY
			])
		);
		expect(places['line A-B']?.y).toBeLessThan(2000);
		expect(places['line B-C']?.x).toBeLessThan(2300);
		expect(places['line D-E']?.x).toBeLessThan(2200);
	});

	it('stand to the left of an open line', () => {
		const fence = walls(
			[
				[0, 0],
				[300, 0],
				[300, 200]
			],
			false
		);
		const labels = dimensionLabels(fence, on, false, SHEET);
		expect(labels).toHaveLength(2);
		expect(labels[0]?.places[0]?.y).toBeLessThan(2000);
	});

	it('stand on the part that is seen of a side that runs off the sheet, and nowhere when none is', () => {
		const side = walls(
			[
				[-1000, 0],
				[9000, 0],
				[9000, 90000]
			],
			false
		);
		const labels = dimensionLabels(side, on, false, SHEET);
		// from 1000 to 4000 on the screen
		expect(labels.map((one) => [one.said, one.places[0]?.x])).toEqual([['A–B AB', 2500]]);
	});
});

describe('boards', () => {
	const board = (style: string, half: number) =>
		({
			style,
			nail: { x_mm: 0, y_mm: 0 },
			ends: [
				{ x_mm: 0, y_mm: -half },
				{ x_mm: 0, y_mm: half }
			]
		}) as unknown as StructureResult['boards'][number];

	it('are drawn as long as they are', () => {
		expect(boardEnds(board('two', 450), at)).toEqual([
			{ x: 0, y: 450 },
			{ x: 0, y: -450 }
		]);
	});

	it('are never too short to be seen, and a stake is a point', () => {
		const [one, two] = boardEnds(board('two', 1), at);
		expect(Math.hypot(two.x - one.x, two.y - one.y)).toBeCloseTo(34);
		expect(boardEnds(board('stakes', 450), at)).toEqual([
			{ x: 0, y: -0 },
			{ x: 0, y: -0 }
		]);
	});
});

it('writes points for a polyline, and a walk with the end of its last leg', () => {
	const walk = {
		corners: { A: { x_mm: 0, y_mm: 0 }, B: { x_mm: 30, y_mm: 0 } },
		end: { x_mm: 30, y_mm: 12 }
	} as unknown as Parameters<typeof walkPoints>[0];
	expect(pointsText(walkPoints(walk), (p) => ({ x: p.x, y: 100 - p.y }))).toBe(
		'0,100 30,100 30,88'
	);
});
