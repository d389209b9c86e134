/** Screen mathematics of the plan: millimetres to pixels and back, no rule of the trade. */

export interface Size {
	width: number;
	height: number;
}
export interface XY {
	x: number;
	y: number;
}
export interface Box {
	left: number;
	bottom: number;
	right: number;
	top: number;
}

/** What part of the plan is on the screen: pixels = (mm − centre) × scale, y up on the plan. */
export interface Viewport {
	centre: XY;
	/** Pixels per millimetre. */
	scale: number;
	/** Drawn a quarter turn anticlockwise: what is to the right on the plan stands up. */
	turned?: boolean;
}

export const NEAREST = 60;
export const FARTHEST = 0.4;

/** The box around some points, millimetres. */
export function boxAround(points: XY[]): Box {
	const xs = points.map((point) => point.x);
	const ys = points.map((point) => point.y);
	return {
		left: Math.min(...xs),
		right: Math.max(...xs),
		bottom: Math.min(...ys),
		top: Math.max(...ys)
	};
}

/** How many times larger a drawing must get before it is turned. */
const WORTH_TURNING = 1.3;

/**
 * The viewport that shows a whole box with a margin of pixels around it; `mayTurn` turns a long narrow one to the
 * longer way of the sheet.
 */
export function fit(box: Box, size: Size, margin: number, mayTurn = false): Viewport {
	const [along, across] = [size.width - 2 * margin, size.height - 2 * margin];
	const width = Math.max(box.right - box.left, 1);
	const height = Math.max(box.top - box.bottom, 1);
	const straight = Math.max(Math.min(along / width, across / height), 1e-6);
	const turned = Math.max(Math.min(along / height, across / width), 1e-6);
	const isTurned = mayTurn && turned > straight * WORTH_TURNING;
	return {
		centre: { x: (box.left + box.right) / 2, y: (box.bottom + box.top) / 2 },
		scale: isTurned ? turned : straight,
		...(isTurned ? { turned: true } : {})
	};
}

/** A place on the plan in pixels from the drawing's upper left. */
export function toScreen(view: Viewport, size: Size, at: XY): XY {
	const across = (at.x - view.centre.x) * view.scale;
	const up = (at.y - view.centre.y) * view.scale;
	return view.turned
		? { x: size.width / 2 - up, y: size.height / 2 - across }
		: { x: size.width / 2 + across, y: size.height / 2 - up };
}

/** The place on the plan under a pixel, millimetres. */
export function toPlan(view: Viewport, size: Size, at: XY): XY {
	return plus(view.centre, onPlan(view, at.x - size.width / 2, at.y - size.height / 2));
}

/** Pixels to the right and down as a way on the plan, millimetres. */
function onPlan({ scale, turned }: Viewport, dx: number, dy: number): XY {
	return turned ? { x: -dy / scale, y: -dx / scale } : { x: dx / scale, y: -dy / scale };
}

function plus(one: XY, other: XY): XY {
	return { x: one.x + other.x, y: one.y + other.y };
}

/** Zoom about a pixel, which keeps showing the same place; stays within sense of the fitted scale. */
export function zoomAbout(
	view: Viewport,
	size: Size,
	at: XY,
	factor: number,
	fitted: number
): Viewport {
	const scale = Math.min(Math.max(view.scale * factor, fitted * FARTHEST), fitted * NEAREST);
	const held = toPlan(view, size, at);
	const zoomed = { ...view, scale };
	const away = onPlan(zoomed, size.width / 2 - at.x, size.height / 2 - at.y);
	return { ...zoomed, centre: plus(held, away) };
}

/** Move the drawing by pixels. */
export function panBy(view: Viewport, dx: number, dy: number): Viewport {
	return { ...view, centre: plus(view.centre, onPlan(view, -dx, -dy)) };
}

/** Where the line through two points meets the line through a third along a direction. */
export function crossing(one: XY, two: XY, at: XY, along: XY): XY | undefined {
	const dx = two.x - one.x;
	const dy = two.y - one.y;
	const sine = dx * along.y - dy * along.x;
	if (Math.abs(sine) < 1e-9) return undefined;
	const share = ((at.x - one.x) * along.y - (at.y - one.y) * along.x) / sine;
	return { x: one.x + dx * share, y: one.y + dy * share };
}
