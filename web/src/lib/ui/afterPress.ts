/** A tap is told as a press after the finger is off; that must still meet what it was meant for. */
const LINGERS_MS = 120;

let pressed = false;
if (typeof window !== 'undefined') {
	addEventListener('pointerdown', () => (pressed = true), true);
	for (const up of ['pointerup', 'pointercancel'])
		addEventListener(up, () => (pressed = false), true);
}

/**
 * Do something once the press that may be under way is over: what leaving a field takes from the page would else move
 * the button that is being pressed away from under the finger.  Returns what calls it off.
 */
export function afterPress(act: () => void): () => void {
	let timer: ReturnType<typeof setTimeout>;
	const wait = () => {
		timer = setTimeout(() => (pressed ? wait() : act()), LINGERS_MS);
	};
	wait();
	return () => clearTimeout(timer);
}
