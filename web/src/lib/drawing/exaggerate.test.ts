import { expect, it } from 'vitest';
import { exaggerated, fittingFactor } from './exaggerate';

it('draws an inch on 44 feet tens of times larger', () => {
	// 5.5 % of 13411 mm over 25.4 mm is 29; the stated factor below it is 20
	expect(fittingFactor(25.4, 13411)).toBe(20);
});

it('draws nothing larger when nothing is off', () => {
	expect(fittingFactor(0, 13411)).toBe(1);
});

it('does not make a sixteenth of an inch look like a disaster', () => {
	expect(fittingFactor(1.6, 13411)).toBe(60);
});

it('never shrinks an error', () => {
	expect(fittingFactor(5000, 13411)).toBe(1);
});

it('stretches the distance from plan only', () => {
	expect(exaggerated({ x: 100, y: 0 }, { x: 101, y: -2 }, 60)).toEqual({ x: 160, y: -120 });
});
