import { describe, expect, it } from 'vitest';
import { lastCloses, legAfter, legsWithout } from './legs';

const steps = [{ go: "30'" }, { turn: 90, go: "12'" }, { turn: -90, go: "8'" }];

describe('legs of a walk', () => {
	it('takes a new leg in where it is asked for, turning as the one before did', () => {
		expect(legAfter(steps, 2)[3]).toEqual({ turn: -90, go: '' });
		expect(legAfter(steps, 0)[1]).toEqual({ turn: 'left', go: '' });
		expect(legAfter(steps, 0)).toHaveLength(4);
	});

	it('gives the first leg no turn when the one before it goes', () => {
		expect(legsWithout(steps, 0)).toEqual([{ go: "12'" }, { turn: -90, go: "8'" }]);
	});

	it('closes with a wall of its own after a typed one, in place of an empty one', () => {
		expect(lastCloses(steps)).toHaveLength(4);
		expect(lastCloses([...steps, { turn: 'left', go: ' ' }])).toEqual([
			...steps,
			{ turn: 'closes', go: 'closes' }
		]);
	});
});
