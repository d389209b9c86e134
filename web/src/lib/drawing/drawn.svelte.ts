/** How the plan on the screen lies, for the arrows beside it that say the same. */
export const drawn = $state({
	/** Turned a quarter anticlockwise. */
	turned: false
});

/** A direction of the plan as it is drawn: degrees clockwise, on top of what it would be unturned. */
export const turnDrawn = (): number => (drawn.turned ? -90 : 0);
