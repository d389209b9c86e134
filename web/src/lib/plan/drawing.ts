/** Turns computed results into lines and labels of the drawing, pixels; no rule of the trade. */
import type { Square, StructureResult } from '$lib/api/types';
import { exaggerated } from './exaggerate';
import { readableTurn, type Label } from './labels';
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

const xy = (place: { x_mm: number; y_mm: number }): XY => ({ x: place.x_mm, y: place.y_mm });

/** Planned corners by name, millimetres. */
export function cornersOf(result: StructureResult): Record<string, XY> {
	return Object.fromEntries(
		Object.entries(result.corners).map(([name, place]) => [name, xy(place)])
	);
}

/** Everything the sheet must hold when it shows all. */
export function extentOf(result: StructureResult, withBoards: boolean): XY[] {
	const corners = Object.values(cornersOf(result));
	return withBoards ? [...corners, ...result.boards.map((board) => xy(board.nail))] : corners;
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

/** A board's two ends on the screen: drawn 3 ft long, never shorter than can be seen. */
export function boardEnds(board: StructureResult['boards'][number], at: ToScreen): [XY, XY] {
	const nail = at(xy(board.nail));
	const ahead = at({
		x: board.nail.x_mm + board.inward.x * 457,
		y: board.nail.y_mm + board.inward.y * 457
	});
	const reach = Math.hypot(ahead.x - nail.x, ahead.y - nail.y) || 1;
	const stretch = Math.max(1, 17 / reach);
	const half = { x: (ahead.x - nail.x) * stretch, y: (ahead.y - nail.y) * stretch };
	return [
		{ x: nail.x - half.x, y: nail.y - half.y },
		{ x: nail.x + half.x, y: nail.y + half.y }
	];
}

/** Corner letters, outside the corner between its two strings; farther out, or beside, where that is taken. */
export function letterLabels(result: StructureResult, at: ToScreen): Label[] {
	const corners = cornersOf(result);
	const middle = mean(Object.values(corners).map(at));
	return Object.entries(corners).map(([name, corner]) => {
		const here = at(corner);
		// lean to the free quadrant between the strings rather than along the longer side
		const lean = { x: here.x < middle.x ? -1 : 1, y: here.y < middle.y ? -1 : 1 };
		return {
			key: name,
			text: name,
			turn: 0,
			size: 22,
			always: true,
			places: [18, 24, 30, -20, -28].map((far) => ({
				x: here.x + lean.x * far,
				y: here.y + lean.y * far
			}))
		};
	});
}

/** Dimensions of sides, inside along the side, and of diagonals along them. */
export function dimensionLabels(
	result: StructureResult,
	at: ToScreen,
	diagonals: boolean
): Label[] {
	const corners = cornersOf(result);
	const middle = mean(Object.values(corners).map(at));
	const labels = result.sides.map((side) => {
		const [one, two] = [at(corners[side.from] as XY), at(corners[side.to] as XY)];
		const along = unit({ x: two.x - one.x, y: two.y - one.y });
		const centre = mean([one, two]);
		const toMiddle = { x: middle.x - centre.x, y: middle.y - centre.y };
		const left = { x: -along.y, y: along.x };
		const inward =
			left.x * toMiddle.x + left.y * toMiddle.y >= 0 ? left : { x: -left.x, y: -left.y };
		return {
			key: side.from + side.to,
			text: side.text,
			turn: readableTurn(along.x, along.y),
			size: 17,
			places: [18, 30, 44].flatMap((off) =>
				[0.5, 0.38, 0.62, 0.25, 0.75].map((share) => ({
					x: one.x + (two.x - one.x) * share + inward.x * off,
					y: one.y + (two.y - one.y) * share + inward.y * off
				}))
			)
		};
	});
	if (!diagonals) return labels;
	return labels.concat(
		result.diagonals.map((diagonal) => {
			const [one, two] = [at(corners[diagonal.from] as XY), at(corners[diagonal.to] as XY)];
			return {
				key: diagonal.from + diagonal.to,
				text: diagonal.text,
				turn: readableTurn(two.x - one.x, two.y - one.y),
				size: 16,
				places: [0.28, 0.72, 0.34, 0.66, 0.22, 0.78].map((share) => ({
					x: one.x + (two.x - one.x) * share,
					y: one.y + (two.y - one.y) * share
				}))
			};
		})
	);
}

/** Arrows for the nails to move, beside their boards away from the building. */
export function moveArrows(result: StructureResult, square: Square, at: ToScreen): MoveArrow[] {
	const boards = new Map(result.boards.map((board) => [board.board, board]));
	return square.moves.flatMap((move) => {
		const board = boards.get(move.board);
		const corner = board && result.corners[board.corner];
		if (!board || !corner || move.move_mm === 0) return [];
		const nail = at(xy(board.nail));
		const out = unit(minus(nail, at(xy(corner))));
		const ahead = at({
			x: board.nail.x_mm + board.inward.x * 1000,
			y: board.nail.y_mm + board.inward.y * 1000
		});
		const inward = unit(minus(ahead, nail));
		const way = move.toward === 'in' ? inward : { x: -inward.x, y: -inward.y };
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
				board: move.board,
				from: { x: centre.x - way.x * 20, y: centre.y - way.y * 20 },
				to: { x: centre.x + way.x * 20, y: centre.y + way.y * 20 },
				label: {
					key: move.board,
					text: move.text,
					turn: 0,
					size: 19,
					places: [...places, ...beside]
				}
			}
		];
	});
}

/** The middle of some points. */
export function mean(points: XY[]): XY {
	const sum = points.reduce((total, point) => ({ x: total.x + point.x, y: total.y + point.y }), {
		x: 0,
		y: 0
	});
	return { x: sum.x / points.length, y: sum.y / points.length };
}

function minus(one: XY, other: XY): XY {
	return { x: one.x - other.x, y: one.y - other.y };
}

function unit(vector: XY): XY {
	const size = Math.hypot(vector.x, vector.y) || 1;
	return { x: vector.x / size, y: vector.y / size };
}
