import type { Units } from '$lib/api/types';
import { readKept, writeKept } from '$lib/ui/kept';

const KEY = 'anvilhead.units';
const KNOWN: readonly Units[] = ['ft-in', 'm', 'mm'];

/** The units last chosen on this device, for what is begun on it; what exists keeps its own. */
export const ownUnits = (): Units => {
	const kept = readKept<unknown>(KEY, 'ft-in');
	return KNOWN.find((one) => one === kept) ?? 'ft-in';
};

export const keepOwnUnits = (units: Units): boolean => writeKept(KEY, units);
