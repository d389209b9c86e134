/** A fall as it is typed. */
export interface FallDraft {
	rise: string;
	over: string;
	/** The line it falls away from; empty when it is level or falls to a drain. */
	line: string;
	/** The drain, along the first side and to its left; empty when there is none. */
	drain: [string, string];
}

export const noFall = (): FallDraft => ({ rise: '', over: '', line: '', drain: ['', ''] });

/** The document's fall; nothing while it is level. */
export function fallOf(draft: FallDraft) {
	if (!draft.rise.trim() || !draft.over.trim()) return undefined;
	const [x, y] = draft.drain;
	const where =
		x.trim() && y.trim()
			? { drain: [x.trim(), y.trim()] as [string, string] }
			: { away_from: draft.line };
	return { rise: draft.rise.trim(), over: draft.over.trim(), ...where };
}
