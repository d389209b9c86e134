import { describe, expect, it } from 'vitest';
import { boxAround, crossing, fit, panBy, toPlan, toScreen, zoomAbout } from './viewport';

const size = { width: 400, height: 300 };

describe('viewport', () => {
	it('fits the wider side of a box between the margins', () => {
		const view = fit({ left: 0, right: 3600, bottom: 0, top: 1200 }, size, 20);

		expect(view.scale).toBeCloseTo(0.1);
		expect(toScreen(view, size, { x: 0, y: 0 })).toEqual({ x: 20, y: 210 });
		expect(toScreen(view, size, { x: 3600, y: 1200 })).toEqual({ x: 380, y: 90 });
	});

	it('keeps the place under the pointer while zooming', () => {
		const view = fit({ left: 0, right: 3600, bottom: 0, top: 1200 }, size, 20);
		const pointer = { x: 97, y: 41 };
		const before = toPlan(view, size, pointer);

		const nearer = zoomAbout(view, size, pointer, 1.5, view.scale);

		expect(nearer.scale).toBeCloseTo(0.15);
		expect(toPlan(nearer, size, pointer).x).toBeCloseTo(before.x);
		expect(toPlan(nearer, size, pointer).y).toBeCloseTo(before.y);
	});

	it('turns a tall narrow drawing to the longer way, and everything with it', () => {
		const fence = { left: 0, right: 600, bottom: 0, top: 3600 };
		expect(fit(fence, size, 20).turned).toBeUndefined();
		const view = fit(fence, size, 20, true);
		expect([view.turned, view.scale]).toEqual([true, 0.1]);
		// up on the plan is to the left on the screen, right is up
		expect(toScreen(view, size, { x: 0, y: 0 })).toEqual({ x: 380, y: 180 });
		expect(toScreen(view, size, { x: 600, y: 3600 })).toEqual({ x: 20, y: 120 });
		const pointer = { x: 97, y: 41 };
		const held = toPlan(view, size, pointer);
		const nearer = zoomAbout(view, size, pointer, 1.5, view.scale);
		expect(toScreen(nearer, size, held).x).toBeCloseTo(97);
		expect(toScreen(nearer, size, held).y).toBeCloseTo(41);
		const moved = toScreen(panBy(view, 30, -7), size, held);
		expect([moved.x, moved.y].map(Math.round)).toEqual([127, 34]);
	});

	it('leaves one alone that gains little', () => {
		expect(fit({ left: 0, right: 1000, bottom: 0, top: 1200 }, size, 20, true).turned).toBe(
			undefined
		);
	});

	it('does not zoom out past sense', () => {
		const view = fit({ left: 0, right: 100, bottom: 0, top: 100 }, size, 0);
		expect(zoomAbout(view, size, { x: 0, y: 0 }, 1e-9, view.scale).scale).toBeCloseTo(
			view.scale * 0.4
		);
	});

	it('moves with the hand', () => {
		const view = { centre: { x: 0, y: 0 }, scale: 0.5 };
		expect(panBy(view, 10, 20).centre).toEqual({ x: -20, y: 40 });
	});

	it('meets a board square to a string', () => {
		expect(crossing({ x: 0, y: 0 }, { x: 10, y: 1 }, { x: 20, y: 0 }, { x: 0, y: 1 })).toEqual({
			x: 20,
			y: 2
		});
		expect(
			crossing({ x: 0, y: 0 }, { x: 1, y: 0 }, { x: 5, y: 5 }, { x: 2, y: 0 })
		).toBeUndefined();
	});

	it('boxes points', () => {
		expect(
			boxAround([
				{ x: 1, y: -2 },
				{ x: -3, y: 4 }
			])
		).toEqual({ left: -3, right: 1, bottom: -2, top: 4 });
	});
});
