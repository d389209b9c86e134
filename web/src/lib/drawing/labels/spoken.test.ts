import { expect, test } from 'vitest';
import { spoken } from './spoken';

test('a board is said by its corner and its line', () => {
	expect(spoken('AB@A')).toBe('A on AB');
	expect(spoken('AB@B')).toBe('B on AB');
	expect(spoken('Z-AA@AA')).toBe('AA on Z-AA');
	expect(spoken('boat-store/FA@A')).toBe('boat-store/A on FA');
});

test('every other name is said as it stands', () => {
	for (const name of ['A', 'X1/Y2', 'BM', 'crew@yard', 'AB@HOME', 'AB@C'])
		expect(spoken(name)).toBe(name);
});
