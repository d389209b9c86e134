import { expect, test } from 'vitest';
import { fractionAfter, fractionsOf, lastPut, unitsOf } from './padKeys';

test.each([
	["27' 6", '1/2', "27' 6 1/2"],
	["27' ", '1/2', "27' 1/2"],
	['', '3/16', '3/16']
])('a fraction behind %j is parted from inches', (before, fraction, after) => {
	expect(before + fractionAfter(before, fraction)).toBe(after);
});

test.each([
	["27' 6 13/16", "27' 6"],
	["27' 6", "27' "],
	["27' ", '27'],
	['8 m 394 mm', '8 m 394'],
	['8 m ', '8'],
	['8.39', '8.3'],
	['3/', '3'],
	['', '']
])('the last key of %j is taken back whole', (before, after) => {
	expect(before.slice(0, before.length - lastPut(before).length)).toBe(after);
});

test('eighths and the sixteenths between them make all fifteen marks of an inch, and no mark twice', () => {
	const all = [...fractionsOf('ft-in', false), ...fractionsOf('ft-in', true)];
	const sixteenths = all.map((one) => {
		const [top, bottom] = one.split('/').map(Number) as [number, number];
		return (top * 16) / bottom;
	});
	expect(sixteenths.toSorted((a, b) => a - b)).toEqual(Array.from({ length: 15 }, (_, i) => i + 1));
});

test('only a tape in feet and inches has fractions', () => {
	for (const marks of ['ft-hundredths', 'm', 'mm'] as const) {
		expect(fractionsOf(marks, false)).toEqual([]);
		expect(unitsOf(marks).length).toBeGreaterThan(0);
	}
});
