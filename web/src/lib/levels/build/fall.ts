import { typedText } from '$lib/levels/typed';

/** Ways a top lies. */
export type Way = 'level' | 'away' | 'drain';

/** A fall as it is typed. */
export interface FallDraft {
	way: Way;
	rise: string;
	over: string;
	/** The line it falls away from. */
	line: string;
	/** The drain, along the first side and to its left. */
	drain: [string, string];
}

export const noFall = (): FallDraft => ({
	way: 'level',
	rise: '',
	over: '',
	line: '',
	drain: ['', '']
});

/** The document's fall as typed, whole or not: what is missing is told by whoever reads it. Nothing when level. */
export function fallOf({ way, rise, over, line, drain }: FallDraft) {
	if (way === 'level') return undefined;
	const where =
		way === 'drain'
			? { drain: [drain[0].trim(), drain[1].trim()] as [string, string] }
			: { away_from: line };
	return { rise: rise.trim(), over: over.trim(), ...where };
}

/** A document's fall as it would be typed. */
export function draftOf(
	fall?: {
		rise: string | number;
		over: string | number;
		away_from?: string | null;
		drain?: (string | number)[] | null;
	} | null
): FallDraft {
	if (!fall) return noFall();
	const [x, y] = fall.drain ?? [];
	return {
		way: fall.drain ? 'drain' : 'away',
		rise: typedText(fall.rise),
		over: typedText(fall.over),
		line: fall.away_from ?? '',
		drain: [typedText(x), typedText(y)]
	};
}
