/** What the keys of the pad put down; how a length reads is the server's to say. */
import type { Marks } from './keypad.svelte';

const EIGHTHS = ['1/8', '1/4', '3/8', '1/2', '5/8', '3/4', '7/8'];
const SIXTEENTHS = ['1/16', '3/16', '5/16', '7/16', '9/16', '11/16', '13/16', '15/16'];

/** Marks between two inches, for a tape in feet and inches; the fine ones are those between the others. */
export function fractionsOf(marks: Marks, fine: boolean): string[] {
	if (marks !== 'ft-in') return [];
	return fine ? SIXTEENTHS : EIGHTHS;
}

/** How long the mark of a fraction is drawn: a half is longest, as on a blade. */
export function markOf(fraction: string): number {
	const parts = Number(fraction.split('/')[1]);
	return { 2: 1, 4: 0.75, 8: 0.5 }[parts] ?? 0.3;
}

/** A key that says a unit, and what it puts down. */
export interface UnitKey {
	label: string;
	puts: string;
}

/** Units that a length in these marks is made of, the larger first. */
export function unitsOf(marks: Marks): UnitKey[] {
	if (marks === 'ft-in')
		return [
			{ label: 'ft', puts: "' " },
			{ label: 'in', puts: '"' }
		];
	if (marks === 'ft-hundredths') return [{ label: 'ft', puts: "'" }];
	return [
		{ label: 'm', puts: ' m ' },
		{ label: 'mm', puts: ' mm' }
	];
}

/** What one key put at the end of a text: a whole fraction, a unit, or one character. */
export function lastPut(before: string): string {
	return /( ?\d+\/\d+|' | mm?| m |.)?$/.exec(before)?.[0] ?? '';
}

/** A fraction behind what stands before the caret: a part of an inch is parted from the inches before it. */
export function fractionAfter(before: string, fraction: string): string {
	return /\d$/.test(before) ? ` ${fraction}` : fraction;
}
