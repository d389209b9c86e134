/** Turns computed results into lines and arrows of the drawing, pixels; no rule of the trade. */
import type { Square, StructureResult, Walk } from '$lib/api/types';
import { exaggerated } from './exaggerate';
import type { Label } from '$lib/drawing/labels/labels';
import { crossing, type XY } from './viewport';

export type ToScreen = (point: XY) => XY;

/** A string as it lies: its two nails and the two corners it passes. */
export interface DrawnString {
	line: string;
	nails: [XY, XY];
}

/** An arrow beside a board: which way its nail goes. */
export interface MoveArrow {
	board: string;
	from: XY;
	to: XY;
	label: Label;
}

/** A place of the API, millimetres. */
export const xy = (place: { x_mm: number; y_mm: number }): XY => ({
	x: place.x_mm,
	y: place.y_mm
});

/** Planned corners by name, millimetres. */
export function cornersOf(result: StructureResult): Record<string, XY> {
	return Object.fromEntries(
		Object.entries(result.corners).map(([name, place]) => [name, xy(place)])
	);
}

/** What is drawn besides the walls. */
export interface Layers {
	boards: boolean;
	families: boolean;
	inner: boolean;
	marks: boolean;
	slab: boolean;
	digging: boolean;
}

/** Everything the sheet must hold when it shows all. */
export function extentOf(result: StructureResult, layers: Partial<Layers>): XY[] {
	const points = Object.values(cornersOf(result));
	if (layers.boards && result.boards.length === 0) points.push(...aroundOf(points));
	if (layers.boards) {
		points.push(...result.boards.flatMap((board) => [xy(board.nail), ...board.ends.map(xy)]));
	}
	if (layers.families) {
		points.push(...result.lines.flatMap((family) => Object.values(family.corners).map(xy)));
	}
	if (layers.marks) {
		points.push(...result.offset_lines.flatMap((line) => [xy(line.start), xy(line.end)]));
		points.push(...Object.values(result.places).map(xy));
		points.push(...Object.values(result.stake_points).map(xy));
	}
	if (layers.slab) {
		for (const part of [
			result.pour?.outline,
			...(result.strip?.faces ?? []).map((face) => face.points)
		])
			points.push(...(part ?? []).map(xy));
	}
	if (layers.digging)
		for (const trench of result.digging?.trenches ?? [])
			points.push(xy(trench.outer.start), xy(trench.outer.end));
	return points;
}

/** Room round a frame that has no boards, for letters and arrows. */
function aroundOf(points: XY[]): XY[] {
	const across = points.map((point) => point.x);
	const up = points.map((point) => point.y);
	const [left, right] = [Math.min(...across), Math.max(...across)];
	const [low, high] = [Math.min(...up), Math.max(...up)];
	const room = Math.max(right - left, high - low) / 8;
	return [
		{ x: left - room, y: low - room },
		{ x: right + room, y: high + room }
	];
}

/** Points as the text of a polyline on the screen. */
export function pointsText(points: XY[], at: ToScreen): string {
	return points
		.map(at)
		.map((p) => `${p.x},${p.y}`)
		.join(' ');
}

/** Measured corners with their errors drawn `factor` times larger. */
export function measuredCorners(
	result: StructureResult,
	square: Square,
	factor: number
): Record<string, XY> {
	const planned = cornersOf(result);
	return Object.fromEntries(
		Object.entries(square.estimated).map(([name, place]) => [
			name,
			exaggerated(planned[name] ?? xy(place), xy(place), factor)
		])
	);
}

/** Strings through measured corners, from board to board; where a string misses its boards it ends at the corners. */
export function measuredStrings(
	result: StructureResult,
	corners: Record<string, XY>
): DrawnString[] {
	return result.sides.flatMap((side) => {
		const one = corners[side.from];
		const two = corners[side.to];
		if (!one || !two) return [];
		const line = side.line;
		const nails = result.boards
			.filter((board) => board.line === line)
			.map((board) => crossing(one, two, xy(board.nail), board.inward));
		return [{ line, nails: [nails[0] ?? one, nails[1] ?? two] as [XY, XY] }];
	});
}

/** A board's two ends on the screen, never shorter than can be seen; a plain stake is a point. */
export function boardEnds(board: StructureResult['boards'][number], at: ToScreen): [XY, XY] {
	if (board.style === 'stakes') return [at(xy(board.nail)), at(xy(board.nail))];
	const [one, two] = board.ends.map(xy).map(at) as [XY, XY];
	const reach = Math.hypot(two.x - one.x, two.y - one.y) || 1;
	if (reach >= SHORTEST_BOARD) return [one, two];
	const middle = mean([one, two]);
	const half = {
		x: ((two.x - one.x) / reach) * (SHORTEST_BOARD / 2),
		y: ((two.y - one.y) / reach) * (SHORTEST_BOARD / 2)
	};
	return [minus(middle, half), { x: middle.x + half.x, y: middle.y + half.y }];
}

/** Pixels below which a board could not be seen. */
const SHORTEST_BOARD = 34;

/** An arrow at a form corner, toward its plan. */
function pushArrow(
	result: StructureResult,
	square: Square,
	push: { corner: string; amount: string },
	at: ToScreen
): MoveArrow[] {
	const planned = result.corners[push.corner];
	const measured = square.estimated[push.corner];
	if (!planned || !measured) return [];
	const here = at(xy(planned));
	const way = unit(minus(at(xy(planned)), at(xy(measured))));
	const from = { x: here.x - way.x * 52, y: here.y - way.y * 52 };
	const to = { x: here.x - way.x * 12, y: here.y - way.y * 12 };
	const places = [-1, 1].map((side) => ({
		x: from.x - way.y * 26 * side,
		y: from.y + way.x * 26 * side
	}));
	const label = { key: `${push.corner}@form`, text: push.amount, turn: 0, size: 19, places };
	return [{ board: label.key, from, to, label }];
}

/** Arrows for the nails to move, beside their boards away from the building. */
export function moveArrows(result: StructureResult, square: Square, at: ToScreen): MoveArrow[] {
	const boards = new Map(result.boards.map((board) => [board.board, board]));
	return (square.order?.steps ?? []).flatMap((move) => {
		const board = move.board ? boards.get(move.board) : undefined;
		const corner = board && result.corners[board.corner];
		if (!board) return pushArrow(result, square, move, at);
		if (!corner || move.move_mm === 0) return [];
		const nail = at(xy(board.nail));
		const out = unit(minus(nail, at(xy(corner))));
		const ahead = at({
			x: board.nail.x_mm + board.inward.x * 1000,
			y: board.nail.y_mm + board.inward.y * 1000
		});
		const inward = unit(minus(ahead, nail));
		const isInward = move.toward === 'in' || move.toward === 'left';
		const way = isInward ? inward : { x: -inward.x, y: -inward.y };
		const centre = { x: nail.x + out.x * 17, y: nail.y + out.y * 17 };
		const level = Math.abs(out.y) > Math.abs(out.x);
		// beyond the arrow where there is room, else above or below it
		const places = level
			? [35, 44].map((far) => ({ x: nail.x, y: nail.y + out.y * far }))
			: [50, 42].map((far) => ({ x: nail.x + out.x * far, y: nail.y }));
		const beside = [-1, 1].flatMap((side) => [
			{ x: centre.x, y: centre.y + side * 34 },
			{ x: centre.x + side * 44, y: centre.y }
		]);
		return [
			{
				board: board.board,
				from: { x: centre.x - way.x * 20, y: centre.y - way.y * 20 },
				to: { x: centre.x + way.x * 20, y: centre.y + way.y * 20 },
				label: {
					key: board.board,
					text: move.amount,
					turn: 0,
					size: 19,
					places: [...places, ...beside]
				}
			}
		];
	});
}

/** Corners of a walk so far, and where its last leg ends. */
export function walkPoints(walk: Walk): XY[] {
	return [...Object.values(walk.corners), walk.end].map(xy);
}

/** The middle of some points. */
export function mean(points: XY[]): XY {
	const sum = points.reduce((total, point) => ({ x: total.x + point.x, y: total.y + point.y }), {
		x: 0,
		y: 0
	});
	return { x: sum.x / points.length, y: sum.y / points.length };
}

export function minus(one: XY, other: XY): XY {
	return { x: one.x - other.x, y: one.y - other.y };
}

export function unit(vector: XY): XY {
	const size = Math.hypot(vector.x, vector.y) || 1;
	return { x: vector.x / size, y: vector.y / size };
}
