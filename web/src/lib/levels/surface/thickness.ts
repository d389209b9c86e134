/** How thick a slab is, as shades: from thinnest to thickest, light to dark. */
import type { Levels } from '$lib/api/types';
import type { Obstacle } from '$lib/drawing/labels/labels';

export type Band = Levels['result']['slabs'][number]['bands'][number];

/** A step of thickness: where it begins, and it in words. */
export type Step = [number, string];

/** The steps of all bands, thinnest first; several slabs share those they share. */
export const stepsOf = (bands: Band[]): Step[] =>
	[...new Map(bands.map((one) => [one.least_mm, one.text]))].toSorted(([a], [b]) => a - b);

/** How dark a step is. */
export function shadeOf(steps: Step[], least: number): number {
	if (steps.length < 2) return 0.3;
	return 0.08 + (0.62 * steps.findIndex(([mm]) => mm === least)) / (steps.length - 1);
}

/** The key of the shades in the upper right corner, as what labels keep clear of; with a line for what is too thin. */
export function keyObstacle(width: number, steps: number): Obstacle {
	const half = { x: 52, y: (steps + 3) * 10 };
	return { at: { x: width - half.x, y: 20 + half.y }, half, turn: 0 };
}
