import { describe, expect, it } from 'vitest';
import { lineObstacle, overlap, placeLabels, readableTurn } from './labels';

const sheet = { width: 1000, height: 1000 };
const label = (key: string, places: { x: number; y: number }[], turn = 0) => ({
	key,
	text: '44′ 0″',
	places,
	turn,
	size: 16
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
		expect(placeLabels(labels, [], sheet).map((one) => one.at)).toEqual([
			{ x: 100, y: 100 },
			{ x: 100, y: 160 }
		]);
	});

	it('leaves out a label without a free place', () => {
		const labels = [label('AC', [{ x: 100, y: 100 }]), label('BD', [{ x: 105, y: 105 }])];
		expect(placeLabels(labels, [], sheet).map((one) => one.key)).toEqual(['AC']);
	});

	it('shows a corner letter even where nothing is free', () => {
		const letter = { ...label('A', [{ x: 105, y: 105 }]), always: true };
		expect(placeLabels([label('AC', [{ x: 100, y: 100 }]), letter], [], sheet)).toHaveLength(2);
	});

	it('keeps clear of what is drawn already, and on the sheet', () => {
		const wanted = label('AB', [
			{ x: 2, y: 100 },
			{ x: 100, y: 100 },
			{ x: 100, y: 150 }
		]);
		const board = { at: { x: 110, y: 100 }, half: { x: 10, y: 10 }, turn: 0 };
		expect(placeLabels([wanted], [board], sheet)[0]?.at).toEqual({ x: 100, y: 150 });
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
