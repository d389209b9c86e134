import type { LevelInstrument, RodMarks, Units } from '$lib/api/types';

/** Instruments as builders call them. */
export const LEVEL_INSTRUMENTS: Record<LevelInstrument, string> = {
	laser: 'rotating laser',
	optical: 'optical level',
	'water-level': 'water level',
	'line-level': 'line level on a string',
	'spirit-level': 'spirit level on a straightedge',
	string: 'tape down from a string'
};

export const ROD_MARKS: Record<RodMarks, string> = {
	'ft-in': 'feet and inches',
	'ft-hundredths': 'feet and hundredths',
	m: 'metres',
	mm: 'millimetres'
};

/** Instruments that are read twice, turned end for end. */
export const TURNED: LevelInstrument[] = ['line-level', 'spirit-level'];

/** Instruments that are carried on from point to point: each step is a setup of two readings. */
export const CARRIED: LevelInstrument[] = ['water-level', 'line-level', 'spirit-level'];

export const THINGS = [
	'board tops',
	'form tops',
	'post tops',
	'base',
	'footing bottom',
	'whisker stakes',
	'sill'
] as const;

/** What a rod may stand on that nobody sets: test holes, and concrete that is there. */
export const FOUND_THERE = ['sound soil', 'edge'] as const;

/** What a length typed for a rod is echoed in. */
export const unitsOf = (rod: RodMarks): Units => (rod === 'ft-hundredths' ? 'ft-in' : rod);
