import type { Schemas } from '$lib/api/client';
import type { Units } from '$lib/api/types';
import { ownUnits } from '$lib/lengths/ownUnits';
import { readKept, writeKept } from '$lib/ui/kept';

const KEY = 'anvilhead.slate';
/** Sums that stay on the slate. */
const MOST = 40;

export type SumResult = Schemas['SumResult'];
export interface Past {
	text: string;
	found: SumResult;
}

/** The slate beside the jobs: sums worked out on this device, the last one first. */
class Slate {
	isOpen = $state(false);
	/** What a bare number means: as in the job one came from. */
	units = $state<Units>(ownUnits());
	past = $state.raw<Past[]>(readKept<Past[]>(KEY, []));

	/** Open it with the units of the page in front. */
	open(units?: Units): void {
		if (units) this.units = units;
		this.isOpen = true;
	}

	keep(one: Past): void {
		this.past = [one, ...this.past.filter((other) => other.text !== one.text)].slice(0, MOST);
		writeKept(KEY, this.past);
	}

	wipe(): void {
		this.past = [];
		writeKept(KEY, undefined);
	}

	/** The last length on it, as it would be typed; '' when there is none. */
	get lastLength(): string {
		return this.past.find((one) => one.found.kind === 'length')?.found.text ?? '';
	}
}

export const slate = new Slate();
