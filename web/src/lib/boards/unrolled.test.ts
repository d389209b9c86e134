import { expect, test } from 'vitest';
import type { StructureResult } from '$lib/api/types';
import { unrolled } from './unrolled';

const height = (ground: number, short: string | null = null) => ({
	ground_mm: ground,
	string_mm: 500,
	stake_mm: 500 - ground + 450,
	reveal_text: `${500 - ground} mm`,
	stake_text: `${950 - ground} mm`,
	short_text: short
});

test('boards of a wall stand in their order, as far apart as they are', () => {
	const result = {
		corners: { A: { x_mm: 0, y_mm: 0 }, B: { x_mm: 8000, y_mm: 0 } },
		sides: [{ line: 'AB', from: 'A', to: 'B' }],
		boards: [
			{
				board: 'AB@B',
				line: 'AB',
				corner: 'B',
				nail: { x_mm: 9000, y_mm: 0 },
				height: height(-200, '50 mm')
			},
			{ board: 'AB@A', line: 'AB', corner: 'A', nail: { x_mm: -1000, y_mm: 0 }, height: height(0) },
			{
				board: 'BC@B',
				line: 'BC',
				corner: 'B',
				nail: { x_mm: 8000, y_mm: -1000 },
				height: height(0)
			}
		]
	} as unknown as StructureResult;
	const [panel, none] = unrolled(result);
	expect(none).toBeUndefined();
	expect(panel?.stands.map((one) => [one.board, one.share, one.foot_mm])).toEqual([
		['AB@A', 0, -450],
		['AB@B', 1, -650]
	]);
	expect(panel?.told).toBe(
		'A on AB 500 mm above the ground, stake 950 mm; B on AB 700 mm above the ground, stake 1150 mm, short 50 mm'
	);
});
