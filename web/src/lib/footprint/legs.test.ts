import { describe, expect, it } from 'vitest';
import { lastCloses, legAfter, legsWithout, squareCloses } from './legs';

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

	it('closes with a wall of its own after the typed ones', () => {
		const straight = [...steps, { turn: 'closes', go: 'closes' }];

		expect(lastCloses([...steps, { turn: 'left', go: ' ' }])).toEqual(straight);
		expect(lastCloses(squareCloses(steps, 'left'))).toEqual(straight);
	});

	it('closes with two square walls, the way the walk goes round', () => {
		expect(squareCloses(steps, 'right').slice(3)).toEqual([
			{ turn: 'right', go: 'closes' },
			{ turn: 'right', go: 'closes' }
		]);
	});
});
