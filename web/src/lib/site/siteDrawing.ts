/** The site as lines and names, millimetres; no rule of the trade. */
import type { Schemas } from '$lib/api/client';
import type { Job, Structure } from '$lib/api/types';
import { mean, type ToScreen } from '$lib/drawing/drawing';
import {
	edgeObstacles,
	lineObstacle,
	readableTurn,
	type Label,
	type Obstacle
} from '$lib/drawing/labels/labels';
import type { XY } from '$lib/drawing/viewport';

interface SiteLine {
	name: string;
	kind: string;
	closed: boolean;
	points: XY[];
}
interface SiteOutline {
	id: string;
	name: string;
	closed: boolean;
	points: XY[];
	corners: Record<string, XY>;
}

/** A distance between the structure in hand and something beside it. */
export interface Room {
	to: string;
	text: string;
	clear: boolean;
	from: XY;
	at: XY;
}

/** More distances than these would hide the drawing; the nearest are shown. */
const MOST_ROOMS = 6;

/** What a side of the site is called where something is measured from it, and where it lies. */
export interface Measurable {
	/** As a placing names it: a line of control, or `store/BC`; the bare name of a side of the structure in hand. */
	value: string;
	own: boolean;
	/** Which stretch of a line of several, from 1. */
	stretch: number;
	from: XY;
	to: XY;
}

/**
 * Everything of a job that stands on the site; control as the server understood it.  `as` is how it would stand as
 * it is typed.
 */
export function siteOf(job: Job, here: Structure, as?: Schemas['SitePreview']) {
	const lines: SiteLine[] = job.site.lines.map((line) => ({
		name: line.name,
		kind: line.kind,
		closed: line.closed,
		points: line.points.map((p) => ({ x: p.x_mm, y: p.y_mm }))
	}));
	const points = job.site.points.map((point) => ({
		name: point.name,
		at: { x: point.x_mm, y: point.y_mm }
	}));
	const outlines: SiteOutline[] = job.structures.flatMap((one) => {
		const stands = as ? as.on_site[one.id] : one.on_site;
		if (!stands) return [];
		const corners = Object.fromEntries(
			Object.entries(stands).map(([name, p]) => [name, { x: p.x_mm, y: p.y_mm }])
		);
		const { id, name, closed } = one;
		return [{ id, name, closed, points: Object.values(corners), corners }];
	});
	const rooms: Room[] = [...((as ? as.site : here.result.site)?.clearances ?? [])]
		.filter((one) => !one.overlaps && one.least_mm > 0)
		.toSorted((a, b) => a.least_mm - b.least_mm)
		.slice(0, MOST_ROOMS)
		.flatMap((one) => {
			const [from, at] = one.across.map((p) => ({ x: p.x_mm, y: p.y_mm }));
			return from && at ? [{ to: one.to, text: one.text, clear: one.clear, from, at }] : [];
		});
	const measurable: Measurable[] = [
		...lines.flatMap((line) =>
			line.points.flatMap((from, n) => {
				const to = line.points[n + 1] ?? (line.closed ? line.points[0] : undefined);
				return to ? [{ value: line.name, own: false, stretch: n + 1, from, to }] : [];
			})
		),
		...job.structures.flatMap((one) => {
			const outline = outlines.find((other) => other.id === one.id);
			const own = one.id === here.id;
			return one.sides.flatMap((side, n) => {
				const [from, to] = [outline?.points[n], outline?.points[(n + 1) % outline.points.length]];
				const value = own ? side : `${one.name_in_file}/${side}`;
				return from && to ? [{ value, own, stretch: 1, from, to }] : [];
			});
		})
	];
	const extent = [
		...lines.flatMap((line) => line.points),
		...points.map((point) => point.at),
		...outlines.flatMap((outline) => outline.points)
	];
	const labels = (at: ToScreen): Label[] => [
		...outlines.map((outline) => nameInside(outline, at)),
		...cornersOf(
			outlines.find((outline) => outline.id === here.id),
			at
		),
		...points.map((point) => nameOf(point.name, at(point.at), 16, 16)),
		...rooms.map((room) => roomOf(room, at)),
		...lines.map((line) => alongOf(line, at))
	];
	const obstacles = (at: ToScreen): Obstacle[] => [
		...[...lines, ...outlines].flatMap((ring) =>
			edgeObstacles(ring.points.map(at), ring.closed, 3)
		),
		...rooms.map((room) => lineObstacle(at(room.from), at(room.at), 1, `room ${room.to}`)),
		...points.map((point) => ({ at: at(point.at), half: { x: 8, y: 8 }, turn: 0 }))
	];
	return { lines, points, outlines, rooms, measurable, extent, labels, obstacles };
}

/** The name of a structure in its middle; of a shape that bends, in one of its parts. */
function nameInside(outline: SiteOutline, at: ToScreen): Label {
	const points = outline.points.map(at);
	const parts = points.map((one, n) =>
		mean([one, points[(n + 1) % points.length] ?? one, points[(n + 2) % points.length] ?? one])
	);
	const middle = mean(points);
	const above = { x: middle.x, y: middle.y - 24 };
	return {
		key: outline.name,
		text: outline.name,
		turn: 0,
		size: 19,
		anchor: middle,
		places: [middle, ...parts, above]
	};
}

function nameOf(text: string, here: XY, size: number, away = 0): Label {
	return {
		key: text,
		text,
		turn: 0,
		size,
		anchor: here,
		places: [
			{ x: here.x, y: here.y - away },
			{ x: here.x, y: here.y + away + 4 },
			{ x: here.x, y: here.y - away - 24 }
		]
	};
}

/** Letters of the structure in hand, outside its corners. */
function cornersOf(outline: SiteOutline | undefined, at: ToScreen): Label[] {
	if (!outline) return [];
	const middle = mean(outline.points.map(at));
	return Object.entries(outline.corners).map(([name, corner]) => {
		const here = at(corner);
		const out = Math.atan2(here.y - middle.y, here.x - middle.x);
		// outside, or as near to it as there is room
		const places = [0, 0.8, -0.8, 1.6, -1.6, Math.PI].flatMap((turn) =>
			[16, 26].map((far) => ({
				x: here.x + Math.cos(out + turn) * far,
				y: here.y + Math.sin(out + turn) * far
			}))
		);
		return { key: `corner ${name}`, text: name, turn: 0, size: 16, anchor: here, places };
	});
}

/** A distance beside the line it is measured along. */
function roomOf(room: Room, at: ToScreen): Label {
	const [one, two] = [at(room.from), at(room.at)];
	const long = Math.hypot(two.x - one.x, two.y - one.y) || 1;
	const aside = { x: -(two.y - one.y) / long, y: (two.x - one.x) / long };
	return {
		key: `room ${room.to}`,
		text: room.text,
		turn: readableTurn(two.x - one.x, two.y - one.y),
		size: 16,
		anchor: mean([one, two]),
		places: [0.5, 0.35, 0.65].flatMap((share) =>
			[12, -12, 26, -26].map((off) => ({
				x: one.x + (two.x - one.x) * share + aside.x * off,
				y: one.y + (two.y - one.y) * share + aside.y * off
			}))
		)
	};
}

/** The name of a line along its first stretch. */
function alongOf(line: SiteLine, at: ToScreen): Label {
	const [one, two] = line.points.map(at) as [XY, XY];
	const long = Math.hypot(two.x - one.x, two.y - one.y) || 1;
	const aside = { x: -(two.y - one.y) / long, y: (two.x - one.x) / long };
	return {
		key: `line ${line.name}`,
		text: line.name,
		anchor: mean([one, two]),
		turn: readableTurn(two.x - one.x, two.y - one.y),
		size: 16,
		places: [14, -14, 24, -24].flatMap((off) =>
			[0.5, 0.3, 0.7].map((share) => ({
				x: one.x + (two.x - one.x) * share + aside.x * off,
				y: one.y + (two.y - one.y) * share + aside.y * off
			}))
		)
	};
}
