/** Names and numbers of a plan with the places that would do for them, and what they keep clear of, pixels. */
import type { StructureResult } from '$lib/api/types';
import { boardEnds, cornersOf, mean, minus, unit, xy, type ToScreen } from '$lib/drawing/drawing';
import {
	edgeObstacles,
	lineObstacle,
	readableTurn,
	visiblePart,
	type Label,
	type Obstacle
} from './labels';
import type { Size, XY } from '$lib/drawing/viewport';

/** Toward the inside of every side on the screen; of an open line, to its left. */
function inwardOf(result: StructureResult, at: ToScreen): Map<string, XY> {
	const corners = cornersOf(result);
	const ring = Object.values(corners);
	const twice = ring.reduce((sum, one, i) => {
		const two = ring[(i + 1) % ring.length] as XY;
		return sum + one.x * two.y - two.x * one.y;
	}, 0);
	const way = !result.closed || twice > 0 ? 1 : -1;
	return new Map(
		result.sides.map((side) => {
			const along = unit(minus(at(corners[side.to] as XY), at(corners[side.from] as XY)));
			// the screen's y runs down, so left of the way walked is (y, -x)
			return [side.line, { x: along.y * way, y: -along.x * way }];
		})
	);
}

/** Corner letters, outside the corner between its two lines; farther out, or inside, where that is taken. */
export function letterLabels(result: StructureResult, at: ToScreen): Label[] {
	const corners = cornersOf(result);
	const inward = inwardOf(result, at);
	return Object.entries(corners).map(([name, corner]) => {
		const here = at(corner);
		const meeting = result.sides.filter((side) => side.from === name || side.to === name);
		const sum = meeting
			.map((side) => inward.get(side.line) as XY)
			.reduce((total, one) => ({ x: total.x + one.x, y: total.y + one.y }), { x: 0, y: 0 });
		const out = unit({ x: -sum.x, y: -sum.y });
		return {
			key: `corner ${name}`,
			text: name,
			turn: 0,
			size: 22,
			said: `corner ${name}`,
			anchor: here,
			places: [25, 34, 44, -26, -38].map((far) => ({
				x: here.x + out.x * far,
				y: here.y + out.y * far
			}))
		};
	});
}

/** Dimensions of sides, inside along the side, and of diagonals along them. */
export function dimensionLabels(
	result: StructureResult,
	at: ToScreen,
	diagonals: boolean,
	sheet: Size
): Label[] {
	const corners = cornersOf(result);
	const inward = inwardOf(result, at);
	const labels = result.sides.flatMap((side): Label[] => {
		// of a side that runs off the sheet the part that is seen is named
		const seen = visiblePart(at(corners[side.from] as XY), at(corners[side.to] as XY), sheet);
		if (!seen) return [];
		const [one, two] = seen;
		const toward = inward.get(side.line) as XY;
		return [
			{
				key: `line ${side.from}-${side.to}`,
				text: side.text,
				said: `${side.from}–${side.to} ${side.text}`,
				away: `${side.from}–${side.to} ${side.text}`,
				anchor: mean(seen),
				turn: readableTurn(two.x - one.x, two.y - one.y),
				size: 17,
				places: [18, 30, 44, -18].flatMap((off) =>
					[0.5, 0.38, 0.62, 0.25, 0.75].map((share) => ({
						x: one.x + (two.x - one.x) * share + toward.x * off,
						y: one.y + (two.y - one.y) * share + toward.y * off
					}))
				)
			}
		];
	});
	if (!diagonals) return labels;
	return labels.concat(
		result.diagonals.map((diagonal) => {
			const [one, two] = [at(corners[diagonal.from] as XY), at(corners[diagonal.to] as XY)];
			const along = unit(minus(two, one));
			const on = (share: number, off = 0) => ({
				x: one.x + (two.x - one.x) * share + along.y * off,
				y: one.y + (two.y - one.y) * share - along.x * off
			});
			return {
				key: diagonalKey(diagonal.from, diagonal.to),
				text: diagonal.text,
				said: `${diagonal.from}–${diagonal.to} ${diagonal.text}`,
				away: `${diagonal.from}–${diagonal.to} ${diagonal.text}`,
				turn: readableTurn(two.x - one.x, two.y - one.y),
				size: 16,
				anchor: on(0.5),
				places: [
					...[0.28, 0.72, 0.34, 0.66, 0.22, 0.78].map((share) => on(share)),
					...[0.5, 0.36, 0.64].flatMap((share) => [on(share, 16), on(share, -16)])
				]
			};
		})
	);
}

const diagonalKey = (from: string, to: string) => `diagonal ${[from, to].toSorted().join('-')}`;

/** Walls, lines beside them and the pull in hand, as what labels keep clear of. */
export function lineObstacles(
	result: StructureResult,
	at: ToScreen,
	families: boolean,
	current?: [string, string]
): Obstacle[] {
	const rings = [result.corners, ...(families ? result.lines.map((one) => one.corners) : [])];
	const lines = rings.flatMap((ring) =>
		edgeObstacles(
			Object.values(ring).map((place) => at(xy(place))),
			result.closed,
			2
		)
	);
	const [one, two] = (current ?? []).map((name) => result.corners[name]);
	if (!one || !two || !current) return lines;
	const pull = lineObstacle(at(xy(one)), at(xy(two)), 4, diagonalKey(...current));
	return [...lines, pull];
}

/** Boards as what labels keep clear of. */
export function boardObstacles(result: StructureResult, at: ToScreen): Obstacle[] {
	return result.boards.flatMap((board) => {
		if (board.through) return [];
		const [one, two] = boardEnds(board, at);
		return [lineObstacle(one, two, 9)];
	});
}

/** Names of inner lines, beside their first wall. */
export function innerLabels(lines: StructureResult['inner']['lines'], at: ToScreen): Label[] {
	return lines.flatMap((line) => {
		const stretch = line.stretches[0];
		if (!stretch) return [];
		const [one, two] = [at(xy(stretch.start)), at(xy(stretch.end))];
		return [
			{
				key: `~${line.name}`,
				text: line.name,
				said: line.name,
				anchor: mean([one, two]),
				turn: 0,
				size: 15,
				places: [0.06, 0.94, 0.15, 0.85, 0.5].flatMap((share) =>
					[12, -12].map((off) => ({
						x: one.x + (two.x - one.x) * share + off,
						y: one.y + (two.y - one.y) * share + off
					}))
				)
			}
		];
	});
}

/** Where named places and posts of a fence are drawn. */
export function markedPlaces(result: StructureResult, at: ToScreen): XY[] {
	return [
		...(result.fence?.posts ?? []).map((post) => at(xy(post.centre))),
		...Object.values(result.places).map((place) => at(xy(place))),
		...Object.values(result.stake_points).map((place) => at(xy(place)))
	];
}

/** Lines of what is dug, cut and laid, which no label lies on. */
export function madeObstacles(
	result: StructureResult,
	at: ToScreen,
	shown: { marks: boolean; digging: boolean; slab: boolean }
): Obstacle[] {
	const lines = [
		...(shown.marks ? result.offset_lines : []),
		...(shown.digging
			? (result.digging?.trenches ?? []).flatMap((trench) => [trench.outer, trench.inner])
			: []),
		...(shown.slab ? (result.pour?.joints ?? []) : [])
	];
	return lines.map((line) => lineObstacle(at(xy(line.start)), at(xy(line.end)), 4));
}

/** Numbers of posts with where they are marked, and names of places, beside them; ends, corners and gates first. */
export function markLabels(result: StructureResult, at: ToScreen): Label[] {
	const posts = (result.fence?.posts ?? []).map((post, index) => ({
		key: `mark ${post.name}`,
		text: `${index + 1}`,
		said: `${post.name}, ${post.now_text}`,
		here: at(xy(post.centre)),
		last: post.kind === 'line'
	}));
	const places = Object.entries(result.places).map(([name, place]) => ({
		key: `mark ${name}`,
		text: name,
		said: `${name}, ${place.text}`,
		here: at(xy(place)),
		last: false
	}));
	const obstacles = result.obstacles.map((one) => ({
		key: `mark ${one.name}`,
		text: one.name,
		said: one.name,
		here: at(
			xy({ x_mm: (one.start.x_mm + one.end.x_mm) / 2, y_mm: (one.start.y_mm + one.end.y_mm) / 2 })
		),
		last: false
	}));
	const stakes = Object.entries(result.stake_points).map(([name, place]) => ({
		key: `mark ${name}`,
		text: name,
		said: `Stake ${name}`,
		here: at(xy(place)),
		last: false
	}));
	const lines = result.offset_lines.map((line) => ({
		key: `mark ${line.name}`,
		text: line.name,
		said: line.text,
		here: at(
			xy({
				x_mm: (line.start.x_mm + line.end.x_mm) / 2,
				y_mm: (line.start.y_mm + line.end.y_mm) / 2
			})
		),
		last: false
	}));
	return [...posts, ...places, ...obstacles, ...stakes, ...lines]
		.toSorted((one, other) => Number(one.last) - Number(other.last))
		.map(({ key, text, said, here, last }) => ({
			key,
			text,
			said,
			spare: last,
			anchor: here,
			turn: 0,
			size: 15,
			places: [
				{ x: here.x, y: here.y - 18 },
				{ x: here.x, y: here.y + 18 },
				{ x: here.x + 22, y: here.y },
				{ x: here.x - 22, y: here.y },
				{ x: here.x + 52, y: here.y - 14 },
				{ x: here.x - 52, y: here.y + 14 }
			]
		}));
}
