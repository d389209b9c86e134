/** Places texts on the drawing so that none lies over another, nor over what is drawn. */
import RBush from 'rbush';
import type { Size, XY } from '$lib/drawing/viewport';

export interface Label {
	key: string;
	text: string;
	/** What it says where it has to be looked up, when the text alone would not tell. */
	said?: string;
	/** What stands off with a leader in its place, where the text alone could be another's. */
	away?: string;
	/** Middles that would do, best first, pixels. */
	places: XY[];
	/** Turn of the text, degrees clockwise; 0 reads level. */
	turn: number;
	size: number;
	/** What it belongs to: where no place is free it stands farther off, with a line that leads here. */
	anchor?: XY;
	/** It says nothing that is missed where it finds no room. */
	spare?: boolean;
}

/** Something drawn already, as a box turned about its middle. */
export interface Obstacle {
	at: XY;
	half: XY;
	/** Degrees clockwise. */
	turn: number;
	/** Key of the one label that may lie on it. */
	of?: string;
}

export interface PlacedLabel extends Label {
	at: XY;
	/** Where the line to its anchor begins, when it stands off. */
	leader?: XY;
}

/** Labels where they stand, and those that found no room. */
export interface Placed {
	labels: PlacedLabel[];
	left: Label[];
}

/** How far off a label with a leader may stand, pixels, and how many ways round are tried. */
const OFF = [44, 62, 82, 106, 134];
const WAYS = 12;
const GAP = 3;

/** Width of a text in the condensed face, near enough to part boxes; fractions set small. */
export function textWidth(text: string, size: number): number {
	return text.length * size * 0.46;
}

interface Indexed {
	minX: number;
	minY: number;
	maxX: number;
	maxY: number;
	box: Obstacle;
}

/** What is taken on the sheet, found by place. */
class Taken {
	readonly #tree = new RBush<Indexed>();

	constructor(boxes: Obstacle[]) {
		this.#tree.load(boxes.map(indexed));
	}

	add(box: Obstacle): void {
		this.#tree.insert(indexed(box));
	}

	/** Whether nothing lies there but what the label belongs to. */
	isFree(box: Obstacle, key: string): boolean {
		return !this.#tree
			.search(indexed(box))
			.some((one) => one.box.of !== key && overlap(box, one.box));
	}
}

function indexed(box: Obstacle): Indexed {
	const { x: across, y: down } = spanOf(box);
	const { x, y } = box.at;
	return { minX: x - across, minY: y - down, maxX: x + across, maxY: y + down, box };
}

/**
 * Give every label the first of its places that is free, or one off its anchor with a leader.  One that finds none is
 * left, to be looked up: a number that cannot be read is worse.
 */
export function placeLabels(labels: Label[], drawn: Obstacle[], sheet: Size): Placed {
	const taken = new Taken(drawn);
	const placed: PlacedLabel[] = [];
	const waiting: Label[] = [];
	const put = (label: PlacedLabel) => {
		taken.add({ at: label.at, half: halfOf(label), turn: label.turn });
		placed.push(label);
	};
	for (const label of labels) {
		const half = halfOf(label);
		const at = label.places.find((place) => {
			const box = { at: place, half, turn: label.turn };
			return isInside(box, sheet) && taken.isFree(box, label.key);
		});
		if (at) put({ ...label, at });
		else waiting.push(label);
	}
	const left: Label[] = [];
	for (const label of waiting) {
		if (label.spare) continue;
		// what it belongs to is not shown here
		if (![label.anchor ?? label.places].flat().some((place) => isOn(place, sheet))) continue;
		const off = label.anchor && besides(named(label), label.anchor, taken, sheet);
		if (!off) {
			left.push(label);
			continue;
		}
		put(off);
		if (off.leader) taken.add(lineObstacle(label.anchor as XY, off.leader, 2));
	}
	return { labels: placed, left };
}

/** A label as it stands off what it belongs to: with the name of that, where the number alone could be another's. */
function named(label: Label): Label {
	return label.away ? { ...label, text: label.away } : label;
}

export function halfOf(label: Label): XY {
	return { x: textWidth(label.text, label.size) / 2 + GAP, y: label.size * 0.6 };
}

/** A label off its anchor, reading level, and where its leader begins; nothing where nothing is free. */
function besides(label: Label, anchor: XY, taken: Taken, sheet: Size): PlacedLabel | undefined {
	const half = halfOf(label);
	for (const far of OFF) {
		for (let way = 0; way < WAYS; way++) {
			const angle = (way * 2 * Math.PI) / WAYS;
			const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
			const at = { x: anchor.x + cos * (far + half.x), y: anchor.y + sin * (far + half.y) };
			const box = { at, half, turn: 0 };
			if (!isInside(box, sheet) || !taken.isFree(box, label.key)) continue;
			// from the nearest place of the text's box
			const leader = {
				x: Math.min(Math.max(anchor.x, at.x - half.x), at.x + half.x),
				y: Math.min(Math.max(anchor.y, at.y - half.y), at.y + half.y)
			};
			return { ...label, at, turn: 0, leader };
		}
	}
	return undefined;
}

function isOn({ x, y }: XY, sheet: Size): boolean {
	return x >= 0 && x <= sheet.width && y >= 0 && y <= sheet.height;
}

/** How far a turned box reaches across and down from its middle. */
function spanOf(box: Obstacle): XY {
	if (box.turn === 0) return box.half;
	return { x: reach(box, { x: 1, y: 0 }), y: reach(box, { x: 0, y: 1 }) };
}

/** Whether a turned box lies wholly on the sheet. */
function isInside(box: Obstacle, sheet: Size): boolean {
	const { x: across, y: down } = spanOf(box);
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
	if (one.turn === 0 && other.turn === 0)
		return (
			Math.abs(between.x) < one.half.x + other.half.x &&
			Math.abs(between.y) < one.half.y + other.half.y
		);
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

/** The part of a stretch that is on the sheet; nothing when none is. */
export function visiblePart(one: XY, two: XY, sheet: Size): [XY, XY] | undefined {
	const [dx, dy] = [two.x - one.x, two.y - one.y];
	let [from, to] = [0, 1];
	for (const [way, room] of [
		[-dx, one.x],
		[dx, sheet.width - one.x],
		[-dy, one.y],
		[dy, sheet.height - one.y]
	] as const) {
		if (way === 0 && room < 0) return undefined;
		if (way < 0) from = Math.max(from, room / way);
		if (way > 0) to = Math.min(to, room / way);
	}
	if (from >= to) return undefined;
	const along = (share: number) => ({ x: one.x + dx * share, y: one.y + dy * share });
	return [along(from), along(to)];
}

/** The edges of a ring, or of an open line, as what labels keep clear of. */
export function edgeObstacles(points: XY[], closed: boolean, width: number): Obstacle[] {
	const ends = closed ? [...points, ...points.slice(0, 1)] : points;
	return ends.slice(1).map((two, n) => lineObstacle(ends[n] as XY, two, width));
}

/** A drawn line as something labels keep clear of, but for the one it belongs to. */
export function lineObstacle(one: XY, two: XY, width: number, of?: string): Obstacle {
	return {
		...(of === undefined ? {} : { of }),
		at: { x: (one.x + two.x) / 2, y: (one.y + two.y) / 2 },
		half: { x: Math.hypot(two.x - one.x, two.y - one.y) / 2, y: width / 2 },
		turn: (Math.atan2(two.y - one.y, two.x - one.x) * 180) / Math.PI
	};
}
