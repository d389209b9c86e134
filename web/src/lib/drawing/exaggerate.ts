/** Errors at the string are too small to see at scale, so they are drawn larger by a stated factor. */
import type { XY } from './viewport';

export const FACTORS = [1, 5, 10, 20, 30, 60, 100, 200, 500, 1000];

/** How much of the drawing's width the largest error should take. */
const WANTED_SHARE = 0.055;
/** Larger factors would show a square footprint as a crooked one; they can still be chosen. */
const LARGEST_UNASKED = 60;

/** The stated factor that makes the largest error plain without tearing the drawing apart. */
export function fittingFactor(largestMm: number, widthMm: number): number {
	if (largestMm <= 0) return 1;
	const wanted = (widthMm * WANTED_SHARE) / largestMm;
	return FACTORS.findLast((factor) => factor <= Math.min(wanted, LARGEST_UNASKED)) ?? 1;
}

/** A measured place, its distance from plan drawn larger. */
export function exaggerated(planned: XY, measured: XY, factor: number): XY {
	return {
		x: planned.x + (measured.x - planned.x) * factor,
		y: planned.y + (measured.y - planned.y) * factor
	};
}
