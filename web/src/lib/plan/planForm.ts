import type { PlanInput, Structure } from '$lib/api/types';

/** A plan as its fields hold it: texts as typed. */
export interface PlanFields {
	name: string;
	kind: PlanInput['kind'];
	length: string;
	width: string;
	tolerance: string;
	setback: string;
	held: string;
	restakeOver: string;
}

export const KINDS: { value: PlanInput['kind']; label: string }[] = [
	{ value: 'building', label: 'Building' },
	{ value: 'slab', label: 'Slab' },
	{ value: 'posts', label: 'Posts' },
	{ value: 'fence', label: 'Fence' }
];

/** Fields of a plan as it is kept. */
export function fieldsOf(structure: Structure): PlanFields {
	const plan = structure.plan;
	return {
		name: plan.name ?? '',
		kind: plan.kind as PlanInput['kind'],
		length: plan.footprint.length.written,
		width: plan.footprint.width.written,
		tolerance: plan.tolerance.written,
		setback: plan.board_setback.written,
		held: plan.held_line,
		restakeOver: plan.restake_over.written
	};
}

/** The plan document of some fields. */
export function planOf(fields: PlanFields): PlanInput {
	return {
		...(fields.name.trim() ? { name: fields.name.trim() } : {}),
		kind: fields.kind,
		footprint: { shape: 'rectangle', length: fields.length, width: fields.width },
		tolerance: fields.tolerance,
		board_setback: fields.setback,
		restake_over: fields.restakeOver,
		held_line: fields.held
	};
}
