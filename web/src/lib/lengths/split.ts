/** A printed length cut into whole part, fraction and mark, so that each can be set as a tape shows it. */
export interface Piece {
	text: string;
	fraction: boolean;
}

const FRACTION = /(\d+\/\d+)/;

/**
 * Cut a printed length for display: straight marks become primes, fractions stand alone.
 * `27' 6 1/2"` gives `27′ 6`, `1/2`, `″`.
 */
export function piecesOf(text: string): Piece[] {
	return text
		.replaceAll(/(?<=\d)'/g, '′')
		.replaceAll(/(?<=\d)"/g, '″')
		.split(FRACTION)
		.map((part, index, all) => ({
			// the fraction sits close to its whole number, as on a drawing, and on its line
			text:
				all[index + 1] !== undefined && index % 2 === 0
					? part.replace(/(?<=\d[′"]?) $/, '\u202F')
					: part,
			fraction: FRACTION.test(part)
		}))
		.filter((piece) => piece.text !== '');
}
