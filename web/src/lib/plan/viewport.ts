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

/** The viewport that shows a whole box with a margin of pixels around it. */
export function fit(box: Box, size: Size, margin: number): Viewport {
	const width = Math.max(box.right - box.left, 1);
	const height = Math.max(box.top - box.bottom, 1);
	return {
		centre: { x: (box.left + box.right) / 2, y: (box.bottom + box.top) / 2 },
		scale: Math.max(
			Math.min((size.width - 2 * margin) / width, (size.height - 2 * margin) / height),
			1e-6
		)
	};
}

/** A place on the plan in pixels from the drawing's upper left. */
export function toScreen(view: Viewport, size: Size, at: XY): XY {
	return {
		x: size.width / 2 + (at.x - view.centre.x) * view.scale,
		y: size.height / 2 - (at.y - view.centre.y) * view.scale
	};
}

/** The place on the plan under a pixel, millimetres. */
export function toPlan(view: Viewport, size: Size, at: XY): XY {
	return {
		x: view.centre.x + (at.x - size.width / 2) / view.scale,
		y: view.centre.y - (at.y - size.height / 2) / view.scale
	};
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
	return {
		scale,
		centre: {
			x: held.x - (at.x - size.width / 2) / scale,
			y: held.y + (at.y - size.height / 2) / scale
		}
	};
}

/** Move the drawing by pixels. */
export function panBy(view: Viewport, dx: number, dy: number): Viewport {
	return {
		scale: view.scale,
		centre: { x: view.centre.x - dx / view.scale, y: view.centre.y + dy / view.scale }
	};
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
