import { boxAround, fit, panBy, toScreen, zoomAbout, type Viewport, type XY } from './viewport';

const STEP = 1.25;
const NUDGE = 40;
/** Height of the strip at the foot that the scale and the tools stand in, pixels. */
export const STRIP = 46;

/** The drawing sheet: how large it is on the screen, and what part of the plan it shows. */
export class Sheet {
	width = $state(0);
	height = $state(0);
	readonly #extent: () => XY[];
	#moved = $state.raw<Viewport>();

	/** @param extent what must be on the sheet when all of it is shown, millimetres. */
	constructor(extent: () => XY[]) {
		this.#extent = extent;
	}

	get size() {
		return { width: this.width, height: this.height };
	}

	/** Room for letters, arrows and values around the drawing, pixels. */
	get margin(): number {
		return Math.min(this.width, this.height) < 420 ? 62 : 70;
	}

	get #fitted(): Viewport {
		const room = { width: this.width, height: this.height - STRIP };
		const view = fit(boxAround(this.#extent()), room, this.margin);
		return { ...view, centre: { ...view.centre, y: view.centre.y - STRIP / 2 / view.scale } };
	}

	get view(): Viewport {
		return this.#moved ?? this.#fitted;
	}

	/** Whether the whole drawing is shown as fitted. */
	get isFitted(): boolean {
		return this.#moved === undefined;
	}

	/** A place on the plan in pixels. */
	at = (point: XY): XY => toScreen(this.view, this.size, point);

	zoom(factor: number, about: XY = { x: this.width / 2, y: this.height / 2 }): void {
		this.#moved = zoomAbout(this.view, this.size, about, factor, this.#fitted.scale);
	}

	pan(dx: number, dy: number): void {
		this.#moved = panBy(this.view, dx, dy);
	}

	all(): void {
		this.#moved = undefined;
	}

	/** Keys of the focused drawing; returns whether the key was one of them. */
	key(name: string): boolean {
		const keys: Record<string, () => void> = {
			'+': () => this.zoom(STEP),
			'=': () => this.zoom(STEP),
			'-': () => this.zoom(1 / STEP),
			'0': () => this.all(),
			ArrowLeft: () => this.pan(NUDGE, 0),
			ArrowRight: () => this.pan(-NUDGE, 0),
			ArrowUp: () => this.pan(0, NUDGE),
			ArrowDown: () => this.pan(0, -NUDGE)
		};
		keys[name]?.();
		return name in keys;
	}
}
