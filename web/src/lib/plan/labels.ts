/** Places texts on the drawing so that none lies over another. */
import type { Size, XY } from './viewport';

export interface Label {
	key: string;
	text: string;
	/** Middles that would do, best first, pixels. */
	places: XY[];
	/** Turn of the text, degrees clockwise; 0 reads level. */
	turn: number;
	size: number;
	/** Shown even where nothing is free, at its first place. */
	always?: boolean;
}

/** Something drawn already, as a box turned about its middle. */
export interface Obstacle {
	at: XY;
	half: XY;
	/** Degrees clockwise. */
	turn: number;
}

export interface PlacedLabel extends Label {
	at: XY;
}

/** Width of a text in the condensed face, near enough to part boxes; fractions set small. */
export function textWidth(text: string, size: number): number {
	return text.length * size * 0.46;
}

/**
 * Give every label the first of its places that is free; one that finds none is left out, since a
 * number that cannot be read is worse than one looked up in the sheet.
 */
export function placeLabels(labels: Label[], taken: Obstacle[], sheet: Size): PlacedLabel[] {
	const boxes = [...taken];
	const placed: PlacedLabel[] = [];
	for (const label of labels) {
		const half = { x: textWidth(label.text, label.size) / 2 + 3, y: label.size * 0.6 };
		const free = label.places.find((place) => {
			const box = { at: place, half, turn: label.turn };
			return isInside(box, sheet) && !boxes.some((other) => overlap(box, other));
		});
		const at = free ?? (label.always ? label.places[0] : undefined);
		if (!at) continue;
		boxes.push({ at, half, turn: label.turn });
		placed.push({ ...label, at });
	}
	return placed;
}

/** Whether a turned box lies wholly on the sheet. */
function isInside(box: Obstacle, sheet: Size): boolean {
	const across = reach(box, { x: 1, y: 0 });
	const down = reach(box, { x: 0, y: 1 });
	return (
		box.at.x >= across &&
		box.at.x <= sheet.width - across &&
		box.at.y >= down &&
		box.at.y <= sheet.height - down
	);
}

/** Whether two turned boxes overlap: no axis of either parts them. */
export function overlap(one: Obstacle, other: Obstacle): boolean {
	const between = { x: other.at.x - one.at.x, y: other.at.y - one.at.y };
	return [one, other].every(({ turn }) =>
		axes(turn).every((axis) => Math.abs(dot(between, axis)) < reach(one, axis) + reach(other, axis))
	);
}

function axes(turn: number): [XY, XY] {
	const angle = (turn * Math.PI) / 180;
	const along = { x: Math.cos(angle), y: Math.sin(angle) };
	return [along, { x: -along.y, y: along.x }];
}

function reach(box: Obstacle, axis: XY): number {
	const [along, across] = axes(box.turn);
	return box.half.x * Math.abs(dot(along, axis)) + box.half.y * Math.abs(dot(across, axis));
}

function dot(one: XY, other: XY): number {
	return one.x * other.x + one.y * other.y;
}

/** The turn that keeps a text along a screen direction readable from below or from the right. */
export function readableTurn(dx: number, dy: number): number {
	let turn = (Math.atan2(dy, dx) * 180) / Math.PI;
	if (turn > 90) turn -= 180;
	if (turn <= -90) turn += 180;
	return turn === 90 ? -90 : turn;
}

/** A drawn line as something labels keep clear of. */
export function lineObstacle(one: XY, two: XY, width: number): Obstacle {
	return {
		at: { x: (one.x + two.x) / 2, y: (one.y + two.y) / 2 },
		half: { x: Math.hypot(two.x - one.x, two.y - one.y) / 2, y: width / 2 },
		turn: (Math.atan2(two.y - one.y, two.x - one.x) * 180) / Math.PI
	};
}
