/** The list of legs of a walk while it is typed; what a leg comes to is the server's. */
import type { Step } from '$lib/api/types';
import { CLOSES } from '$lib/plan/planDoc';

/** The turn a new leg starts with: most corners go the way the one before went. */
const FIRST_TURN = 'left';

/** A leg put in after another; it goes on the way most do. */
export function legAfter(steps: Step[], index: number): Step[] {
	const before = steps[index]?.turn;
	const turn = index > 0 && before !== CLOSES && before !== undefined ? before : FIRST_TURN;
	return [...steps.slice(0, index + 1), { turn, go: '' }, ...steps.slice(index + 1)];
}

/** The legs without one of them; the first leg has no turn. */
export function legsWithout(steps: Step[], index: number): Step[] {
	return steps.filter((_, i) => i !== index).map((step, i) => (i === 0 ? { go: step.go } : step));
}

/** The last wall left open in length and turn, so that it closes, straight from where the walk stands. */
export function lastCloses(steps: Step[]): Step[] {
	return [...typed(steps), { turn: CLOSES, go: CLOSES }];
}

/** Two walls at right angles left open in length, so that they close; most buildings end so. */
export function squareCloses(steps: Step[], way: 'left' | 'right'): Step[] {
	return [...typed(steps), { turn: way, go: CLOSES }, { turn: way, go: CLOSES }];
}

/** The legs without those at the end that are empty or left open already. */
function typed(steps: Step[]): Step[] {
	const last = steps.findLastIndex((step) => String(step.go).trim() !== '' && step.go !== CLOSES);
	return steps.slice(0, Math.max(1, last + 1));
}
