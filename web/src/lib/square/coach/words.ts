/** What things of squaring are called on the screen. */
import type { Instrument, PullKind } from '$lib/api/types';

export const INSTRUMENTS: Record<Instrument, string> = {
	'steel-tape': 'steel tape',
	'long-tape': 'long reel tape',
	'laser-meter': 'laser distance meter',
	'framing-square': 'framing square',
	'square-laser': 'square-throwing laser',
	'3-4-5': '3-4-5 on the string'
};

export const PULL_KINDS: { value: PullKind; label: string }[] = [
	{ value: 'points', label: 'Point to point' },
	{ value: 'to-line', label: 'Swung to a line, least reading' },
	{ value: 'along', label: 'Along a string from its end' },
	{ value: 'square', label: 'From a square line thrown off a string' },
	{ value: 'triangle', label: 'Between two marks at a corner' }
];

/** Which way a nail goes. */
export const WAYS: Record<string, string> = {
	in: 'in, toward the building',
	out: 'out, away from it',
	left: 'to the left',
	right: 'to the right'
};
