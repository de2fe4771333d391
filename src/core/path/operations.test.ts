import { expect, test } from 'vitest'
import { groupPieces } from './groups'
import { emptySheet, newPiece, type Sheet } from './model'
import { operationOf, setOperation } from './operations'
import { addPieces } from './pieces'

const three = addPieces(
	emptySheet('Fold', 100, 100),
	['A', 'B', 'C'].map((name) => ({ ...newPiece(name, []), id: name })),
)
const told = ({ pieces, groups }: Sheet) => pieces.map((piece) => operationOf(piece, groups))

test('pieces say what is done along them, and take it back', () => {
	const scored = setOperation(three, new Set(['B']), 'score')
	expect(told(scored)).toEqual([undefined, 'score', undefined])
	expect(setOperation(scored, new Set(['B']), undefined)).toEqual(three)
})

test('a whole group says it for all in it, a piece for itself', () => {
	const grouped = groupPieces(three, new Set(['A', 'B']), 'Folds')
	const scored = setOperation(grouped, new Set(['A', 'B']), 'score')
	expect(scored.pieces.every(({ operation }) => operation === undefined)).toBe(true)
	expect(told(scored)).toEqual(['score', 'score', undefined])
	const but = setOperation(scored, new Set(['A']), 'cut')
	expect(told(but)).toEqual(['cut', 'score', undefined])
	// What is said of all again counts for all.
	expect(told(setOperation(but, new Set(['A', 'B']), 'nothing'))).toEqual([
		'nothing',
		'nothing',
		undefined,
	])
})
