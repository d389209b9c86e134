import type { Obstacle } from '$lib/drawing/labels/labels';
import {
	boxAround,
	fit,
	panBy,
	toScreen,
	zoomAbout,
	type Size,
	type Viewport,
	type XY
} from './viewport';

const STEP = 1.25;
const NUDGE = 40;
/** A gesture rests when nothing moved for this long. */
const SETTLED_MS = 120;
/** Height of the strip at the foot that the scale and the tools stand in, pixels. */
export const STRIP = 46;
/** Below this width the tools need the whole foot of the sheet, and the scale stands in a strip at its head. */
const NARROW = 480;
const HEAD = 34;

/** The drawing sheet: how large it is on the screen, and what part of the plan it shows. */
export class Sheet {
	width = $state(0);
	height = $state(0);
	readonly #extent: () => XY[];
	readonly #mayTurn: boolean;
	#moved = $state.raw<Viewport>();
	/** What the drawing was last laid out for, while a gesture is under way; nothing when it is laid out as shown. */
	#laidOut = $state.raw<Viewport>();
	#settling: ReturnType<typeof setTimeout> | undefined;

	/**
	 * @param extent what must be on the sheet when all of it is shown, millimetres.
	 * @param mayTurn whether a long narrow drawing is turned to the longer way of the sheet.
	 */
	constructor(extent: () => XY[], mayTurn = false) {
		this.#extent = extent;
		this.#mayTurn = mayTurn;
	}

	get size() {
		return { width: this.width, height: this.height };
	}

	get isNarrow(): boolean {
		return this.width < NARROW;
	}

	/** Height of the strip at the head that is not drawn on, pixels. */
	get #head(): number {
		return this.isNarrow ? HEAD : 0;
	}

	/** The part of the sheet that is drawn on, pixels. */
	get frame() {
		const height = Math.max(this.height - STRIP - this.#head, 0);
		return { x: 0, y: this.#head, width: this.width, height };
	}

	/** Where the scale stands, as something that labels keep clear of, and how much of the sheet is theirs. */
	get forLabels(): { taken: Obstacle[]; size: Size } {
		const half = { x: this.width / 4, y: this.#head / 2 };
		const taken = this.isNarrow ? [{ at: half, half, turn: 0 }] : [];
		return { taken, size: { width: this.width, height: this.height - STRIP } };
	}

	/** Room for letters, arrows and values around the drawing, pixels. */
	get margin(): number {
		const short = Math.min(this.width, this.height);
		return short < 260 ? 34 : short < 420 ? 62 : 70;
	}

	get #fitted(): Viewport {
		const room = { width: this.width, height: this.height - STRIP - this.#head };
		const view = fit(boxAround(this.#extent()), room, this.margin, this.#mayTurn);
		return panBy(view, 0, (this.#head - STRIP) / 2);
	}

	get view(): Viewport {
		return this.#moved ?? this.#fitted;
	}

	/** Whether the whole drawing is shown as fitted. */
	get isFitted(): boolean {
		return this.#moved === undefined;
	}

	/** The view that lines and labels are laid out for; a gesture moves that layout as a whole until it settles. */
	get layout(): Viewport {
		return this.#laidOut ?? this.view;
	}

	/** Moves the layout to where the view is, as an SVG transform. */
	get shift(): string {
		const from = this.#laidOut;
		const to = this.view;
		if (!from) return '';
		const factor = to.scale / from.scale;
		const was = toScreen(to, this.size, from.centre);
		const dx = was.x - (this.width / 2) * factor;
		const dy = was.y - (this.height / 2) * factor;
		return `matrix(${factor} 0 0 ${factor} ${dx} ${dy})`;
	}

	/** A place on the plan in pixels of the layout. */
	at = (point: XY): XY => toScreen(this.layout, this.size, point);

	zoom(factor: number, about: XY = { x: this.width / 2, y: this.height / 2 }): void {
		this.#show(zoomAbout(this.view, this.size, about, factor, this.#fitted.scale));
	}

	pan(dx: number, dy: number): void {
		this.#show(panBy(this.view, dx, dy));
	}

	all(): void {
		clearTimeout(this.#settling);
		this.#moved = this.#laidOut = undefined;
	}

	/** Show a view at once, and lay the drawing out for it once the hand rests. */
	#show(view: Viewport): void {
		this.#laidOut ??= this.view;
		this.#moved = view;
		clearTimeout(this.#settling);
		this.#settling = setTimeout(() => (this.#laidOut = undefined), SETTLED_MS);
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
