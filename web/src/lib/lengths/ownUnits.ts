import type { Units } from '$lib/api/types';
import { readKept, writeKept } from '$lib/ui/kept';

const KEY = 'anvilhead.units';

/** The units last chosen on this device, for what is begun on it; what exists keeps its own. */
export const ownUnits = (): Units => readKept<Units>(KEY, 'ft-in');

export const keepOwnUnits = (units: Units): boolean => writeKept(KEY, units);
