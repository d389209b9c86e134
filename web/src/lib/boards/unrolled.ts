/** The boards all round a structure, wall after wall in one line; places on a drawing, no rule of the trade. */
import type { StructureResult } from '$lib/api/types';
import { spoken } from '$lib/drawing/labels/spoken';

export interface Stand {
	board: string;
	/** Where along its wall, from the first board to the last, 0 to 1. */
	share: number;
	string_mm: number;
	ground_mm: number;
	/** Bottom of its stake. */
	foot_mm: number;
	reveal_text: string;
	stake_text: string;
	short_text: string | null;
}

export interface Panel {
	line: string;
	/** It in words, for those who hear it. */
	told: string;
	stands: Stand[];
}

/** A panel for every wall whose boards have heights. */
export function unrolled(result: StructureResult): Panel[] {
	return result.sides.flatMap((side) => {
		const from = result.corners[side.from];
		if (!from) return [];
		const found = result.boards.flatMap((board) => {
			if (board.line !== side.line || board.through || !board.height) return [];
			const out = Math.hypot(board.nail.x_mm - from.x_mm, board.nail.y_mm - from.y_mm);
			const { height } = board;
			const stand = {
				board: board.board,
				string_mm: height.string_mm,
				ground_mm: height.ground_mm,
				foot_mm: height.string_mm - height.stake_mm,
				reveal_text: height.reveal_text,
				stake_text: height.stake_text,
				short_text: height.short_text
			};
			// the board at the start of the wall stands before it
			return [{ along: board.corner === side.from ? -out : out, stand }];
		});
		if (!found.length) return [];
		found.sort((one, other) => one.along - other.along);
		const first = found[0]?.along ?? 0;
		const length = (found.at(-1)?.along ?? 0) - first;
		const stands = found.map(({ along, stand }) => ({
			...stand,
			share: length ? (along - first) / length : 0.5
		}));
		const told = stands.map(
			(one) =>
				`${spoken(one.board)} ${one.reveal_text} above the ground, stake ${one.stake_text}${one.short_text ? `, short ${one.short_text}` : ''}`
		);
		return [{ line: side.line, told: told.join('; '), stands }];
	});
}
