import type { LevelPlan } from '$lib/api/types';

type Target = NonNullable<LevelPlan['targets']>[number];

/** Targets without a thing at some points; whatever else there is stays, also of the same name elsewhere. */
export function withoutSpots(targets: Target[], name: string, points: string[]): Target[] {
	return targets.flatMap((one) => {
		const at = one.at ?? [];
		if (one.name !== name || at.length === 0) return [one];
		const left = at.filter((point) => !points.includes(point));
		return left.length ? [{ ...one, at: left }] : [];
	});
}
