import { describe, expect, it } from 'vitest';
import { piecesOf } from './split';

describe('piecesOf', () => {
	it('stands the fraction apart and turns marks into primes', () => {
		expect(piecesOf('27\' 6 1/2"')).toEqual([
			{ text: '27′ 6\u202F', fraction: false },
			{ text: '1/2', fraction: true },
			{ text: '″', fraction: false }
		]);
	});

	it('leaves a fraction alone without a whole number', () => {
		expect(piecesOf('11/16"').map((piece) => piece.text)).toEqual(['11/16', '″']);
	});

	it('keeps words apart from a fraction that follows them', () => {
		expect(piecesOf('Push C 5/8"')[0]).toEqual({ text: 'Push C ', fraction: false });
	});

	it('leaves the quotes of other words alone', () => {
		expect(piecesOf('Bram\'s "quay", 3 1/2"').map((piece) => piece.text)).toEqual([
			'Bram\'s "quay", 3\u202F',
			'1/2',
			'″'
		]);
	});

	it('leaves metric lengths as they are', () => {
		expect(piecesOf('8.395 m')).toEqual([{ text: '8.395 m', fraction: false }]);
	});
});
