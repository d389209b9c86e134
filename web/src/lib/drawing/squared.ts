/** What is drawn where strings are squared: the corners and nails of the line family that is pulled. */
import type { Structure, StructureResult } from '$lib/api/types';

/** A structure's result with the corners, sides and nails of the family that the call sheet is for. */
export function squaredResult(structure: Structure): StructureResult {
	const result = structure.result;
	const family = result.lines.find((one) => one.family === structure.squared_on);
	// a frame is squared on the ground, before any board stands
	const { boards, stakes_at, strings } = structure.document.frame
		? { boards: [], stakes_at: [], strings: [] }
		: result;
	const standing = { boards, stakes_at, strings };
	if (!family || family === result.lines[0]) return { ...result, ...standing };
	const corners = family.corners;
	return {
		...result,
		...standing,
		corners,
		sides: family.sides,
		diagonals: family.diagonals,
		boards: boards.map((board) => ({
			...board,
			nail: board.nails.find((nail) => nail.family === family.family) ?? board.nail
		})),
		lines: [family, ...result.lines.filter((one) => one !== family)]
	};
}
