import type { Attachment } from 'svelte/attachments';
import type { Sheet } from './sheet.svelte';
import type { XY } from './viewport';

/** Wheel, drag and pinch on the drawing. */
export function gestures(sheet: Sheet): Attachment<HTMLElement> {
	return (node) => {
		const fingers = new Map<number, XY>();

		const place = (event: MouseEvent): XY => {
			const box = node.getBoundingClientRect();
			return { x: event.clientX - box.left, y: event.clientY - box.top };
		};
		const spread = (): { middle: XY; apart: number } => {
			const [one, two] = [...fingers.values()] as [XY, XY];
			return {
				middle: { x: (one.x + two.x) / 2, y: (one.y + two.y) / 2 },
				apart: Math.hypot(two.x - one.x, two.y - one.y) || 1
			};
		};
		const wheel = (event: WheelEvent) => {
			// the page must not scroll while the drawing zooms; a bare wheel over a fitted drawing zooms too
			event.preventDefault();
			sheet.zoom(Math.exp(-event.deltaY * 0.0015), place(event));
		};
		const down = (event: PointerEvent) => {
			if (event.target instanceof Element && event.target.closest('button, select')) return;
			fingers.set(event.pointerId, place(event));
		};
		const move = (event: PointerEvent) => {
			const before = fingers.get(event.pointerId);
			if (!before) return;
			const now = place(event);
			if (fingers.size === 2) {
				const was = spread();
				fingers.set(event.pointerId, now);
				const is = spread();
				sheet.zoom(is.apart / was.apart, is.middle);
				return;
			}
			if (event.pointerType !== 'touch' || !sheet.isFitted) {
				sheet.pan(now.x - before.x, now.y - before.y);
			}
			fingers.set(event.pointerId, now);
		};
		const up = (event: PointerEvent) => fingers.delete(event.pointerId);

		node.addEventListener('wheel', wheel, { passive: false });
		node.addEventListener('pointerdown', down);
		window.addEventListener('pointermove', move);
		window.addEventListener('pointerup', up);
		window.addEventListener('pointercancel', up);
		return () => {
			node.removeEventListener('wheel', wheel);
			node.removeEventListener('pointerdown', down);
			window.removeEventListener('pointermove', move);
			window.removeEventListener('pointerup', up);
			window.removeEventListener('pointercancel', up);
		};
	};
}
