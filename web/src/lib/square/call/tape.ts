/** The piece of tape around a number, as marks to draw; screen geometry only. */
import type { Units } from '$lib/api/types';

export interface TapeMark {
	/** Millimetres from the middle of the piece. */
	offset: number;
	/** Share of the blade's height. */
	height: number;
	/** Number printed at the mark, if any. */
	label?: string;
	/** A foot or a whole metre: printed boldly. */
	bold?: boolean;
}

export const INCH = 25.4;

/** Marks of a tape between `middle − reach` and `middle + reach`, millimetres. */
export function tapeMarks(middle: number, reach: number, units: Units): TapeMark[] {
	return units === 'ft-in' ? inchMarks(middle, reach) : millimetreMarks(middle, reach);
}

function inchMarks(middle: number, reach: number): TapeMark[] {
	const marks: TapeMark[] = [];
	const first = Math.max(0, Math.ceil(((middle - reach) / INCH) * 16));
	const last = Math.floor(((middle + reach) / INCH) * 16);
	for (let tick = first; tick <= last; tick++) {
		const inch = tick / 16;
		const mark: TapeMark = { offset: inch * INCH - middle, height: sixteenthHeight(tick) };
		if (tick % 16 === 0) {
			const whole = inch % 12 === 0;
			mark.label = whole ? `${inch / 12}′` : String(inch % 12);
			mark.bold = whole;
		}
		marks.push(mark);
	}
	return marks;
}

function sixteenthHeight(tick: number): number {
	if (tick % 16 === 0) return 1;
	if (tick % 8 === 0) return 0.62;
	if (tick % 4 === 0) return 0.48;
	return tick % 2 === 0 ? 0.34 : 0.22;
}

function millimetreMarks(middle: number, reach: number): TapeMark[] {
	const marks: TapeMark[] = [];
	for (let mm = Math.max(0, Math.ceil(middle - reach)); mm <= middle + reach; mm++) {
		const mark: TapeMark = {
			offset: mm - middle,
			height: mm % 10 === 0 ? 1 : mm % 5 === 0 ? 0.55 : 0.3
		};
		if (mm % 10 === 0) {
			mark.bold = mm % 1000 === 0;
			mark.label = mark.bold ? `${mm / 1000} m` : String((mm / 10) % 100);
		}
		marks.push(mark);
	}
	return marks;
}
