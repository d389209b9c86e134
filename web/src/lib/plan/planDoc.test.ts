import { describe, expect, it } from 'vitest';
import type { PlanDoc } from '$lib/api/types';
import {
	at,
	canGo,
	cornerName,
	isDrawable,
	pathOf,
	pointer,
	put,
	sendable,
	textAt
} from './planDoc';

const ell: PlanDoc = {
	kind: 'building',
	footprint: {
		shape: 'walk',
		steps: [{ go: "30'" }, { go: 3657.6, turn: 90 }, { go: '', turn: '' }]
	}
};

describe('a plan document', () => {
	it('is changed by path, and the one before stays as it was', () => {
		const changed = put(ell, ['footprint', 'steps', 0, 'go'], "31'");

		expect(at(changed, ['footprint', 'steps', 0, 'go'])).toBe("31'");
		expect(at(ell, ['footprint', 'steps', 0, 'go'])).toBe("30'");
	});

	it('grows what is not there yet', () => {
		expect(put(ell, ['boards', 'ground', 'A'], '-4"').boards).toEqual({ ground: { A: '-4"' } });
	});

	it('loses a key, or a row of a list, that is put to nothing', () => {
		const section = put(ell, ['section', 'wall'], '8"');
		expect(put(section, ['section'], undefined)).not.toHaveProperty('section');
		expect(at(put(ell, ['footprint', 'steps', 0], undefined), ['footprint', 'steps'])).toHaveLength(
			2
		);
	});

	it('shows a bare number as the millimetres it is', () => {
		expect(textAt(ell, ['footprint', 'steps', 1, 'go'])).toBe('3657.6 mm');
	});

	it('is sent without the leg that is still being typed', () => {
		expect(at(sendable(ell), ['footprint', 'steps'])).toHaveLength(2);
		expect(isDrawable(ell)).toBe(true);
		expect(isDrawable({ kind: 'slab', footprint: { length: "44'", width: ' ' } })).toBe(false);
	});

	it('tells what can go when it no longer fits the walls', () => {
		expect(canGo('/boards/ground/F')).toBe(true);
		expect(canGo('/inner/1')).toBe(true);
		expect(canGo('/footprint')).toBe(false);
		expect(canGo('/inner/1/distances/0')).toBe(false);
		expect(pathOf('/lines/2/on/a~1b')).toEqual(['lines', 2, 'on', 'a/b']);
	});

	it('escapes pointers as JSON pointers are', () => {
		expect(pointer(['on', 'a/b', 2])).toBe('/on/a~1b/2');
	});
});

it('letters corners past Z', () => {
	expect([0, 25, 26, 51, 52, 199].map(cornerName)).toEqual(['A', 'Z', 'AA', 'AZ', 'BA', 'GR']);
});
