import type { ShelfKind, ShelfTest } from '$lib/api/types';

/** Planks of the shelf, and what stands on each. */
export const PLANKS: { name: string; kinds: ShelfKind[] }[] = [
	{ name: 'Lengths', kinds: ['steel-tape', 'long-tape', 'laser-meter', 'string-line'] },
	{ name: 'Right angles', kinds: ['framing-square', 'square-laser'] },
	{
		name: 'Heights',
		kinds: ['laser', 'optical', 'water-level', 'line-level', 'spirit-level', 'rod']
	}
];

/** What may be said of each kind beside its name. */
export type Said = 'error' | 'drift' | 'reach' | 'offset' | 'foot' | 'steel' | 'string' | 'marks';
export const SAID: Record<ShelfKind, Said[]> = {
	'steel-tape': ['error', 'drift', 'reach', 'steel'],
	'long-tape': ['error', 'drift', 'reach'],
	'laser-meter': ['error', 'drift', 'reach'],
	'string-line': ['reach'],
	'framing-square': ['drift'],
	'square-laser': ['drift', 'reach', 'offset'],
	laser: ['error', 'drift', 'reach'],
	optical: ['error', 'drift', 'reach'],
	'water-level': ['error', 'reach'],
	'line-level': ['error', 'drift', 'reach', 'string'],
	'spirit-level': ['error', 'drift', 'reach'],
	rod: ['error', 'reach', 'foot', 'marks']
};

/** How a test is done, and what is read in it; `known-length` and `reversal` have fields of their own. */
export const TESTS: Record<
	ShelfTest,
	{ label: string; how: string; readings: string[]; distance: string }
> = {
	'two-peg': {
		label: 'Two pegs',
		how: 'Set up midway between two pegs and read both. Then set up close to peg A and read both again.',
		readings: ['A, from midway', 'B, from midway', 'A, from near A', 'B, from near A'],
		distance: 'Peg to peg'
	},
	'four-ways': {
		label: 'Four ways round',
		how: 'Read one mark, then turn the laser a quarter on its stand three times and read the mark each time.',
		readings: ['First', 'A quarter on', 'Half round', 'Three quarters'],
		distance: 'Laser to mark'
	},
	'turn-round': {
		label: 'Turned end for end',
		how: 'Read one end with the bubble centred, turn the level end for end, centre and read again.',
		readings: ['First', 'Turned'],
		distance: 'Span'
	},
	'ends-together': {
		label: 'Both ends together',
		how: 'Hold both ends of the hose side by side at one mark, let the water rest, and read both.',
		readings: ['End that stays', 'End that walks'],
		distance: ''
	},
	reversal: {
		label: 'Thrown both ways round',
		how: 'Throw the right angle off a string and mark it far out. Turn it end for end on the same point, throw and mark again. A framing square: draw along it, turn it over, draw again.',
		readings: [],
		distance: ''
	},
	'known-length': {
		label: 'Held to known lengths',
		how: 'Read it on a short length that is known, and on a long one: a kerb that was measured well, a new tape laid beside it, a rod’s own foot to a mark. The two together tell a bent hook from a stretched tape.',
		readings: [],
		distance: ''
	}
};
