import { describe, expect, it } from 'vitest';
import { tapeMarks } from './tape';

describe('tapeMarks', () => {
	it('prints inches of the foot, and the foot itself boldly', () => {
		// 52′ 11″ to 53′ 1″ is 635 to 637 inches
		const labels = tapeMarks(636 * 25.4, 1.02 * 25.4, 'ft-in').filter((mark) => mark.label);
		expect(labels.map((mark) => mark.label)).toEqual(['11', '53′', '1']);
		expect(labels.map((mark) => mark.bold)).toEqual([false, true, false]);
	});

	it('has sixteen ticks to the inch, halves longer than quarters', () => {
		const marks = tapeMarks(100.5 * 25.4, 0.501 * 25.4, 'ft-in');
		expect(marks).toHaveLength(17);
		expect(marks[8]?.height).toBeGreaterThan(marks[4]?.height ?? 1);
	});

	it('counts centimetres within the metre on a metric tape', () => {
		const labels = tapeMarks(12_000, 11, 'm').filter((mark) => mark.label);
		expect(labels.map((mark) => mark.label)).toEqual(['99', '12 m', '1']);
	});

	it('does not run below its hook', () => {
		expect(tapeMarks(5, 20, 'mm')[0]?.offset).toBe(-5);
	});
});
