import type { Board } from '$lib/api/types';

/** What can carry the strings, as a crew calls it. */
export const STYLES: { value: Board['style']; label: string; hint: string }[] = [
	{ value: 'two', label: 'Two boards at right angles', hint: 'a stake shared where they meet' },
	{ value: 'across', label: 'One board across', hint: 'two stakes, facing the far corner' },
	{ value: 'single', label: 'A board for each line', hint: 'two stakes each' },
	{ value: 'stakes', label: 'Plain stakes', hint: 'light work: a nail in each top' }
];
