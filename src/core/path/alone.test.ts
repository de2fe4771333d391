import { expect, test } from 'vitest'
import { showAllAgain, showAlone } from './alone'
import { emptySheet, newPiece } from './model'
import { parsePathData } from './parsePathData'
import { addPieces, changePiece } from './pieces'

const pieces = ['a', 'b', 'c'].map((id) => ({ ...newPiece(id, parsePathData('M0 0h8v8z')), id }))
const sheet = changePiece(addPieces(emptySheet('Stall', 100, 100), pieces), 'c', { hidden: true })
const shown = (of: typeof sheet) => of.pieces.filter((piece) => !piece.hidden).map(({ id }) => id)

test('one shows alone; afterwards all that showed shows again', () => {
	const alone = showAlone(sheet, new Set(['a']))
	expect(shown(alone)).toEqual(['a'])
	expect(showAllAgain(alone)).toEqual(sheet)
})

test('another shows alone without the first having come back', () => {
	const second = showAlone(showAlone(sheet, new Set(['a'])), new Set(['b']))
	expect(shown(second)).toEqual(['b'])
	expect(showAllAgain(second)).toEqual(sheet)
})

test('all of them alone sets nothing aside', () => {
	expect(showAlone(sheet, new Set(['a', 'b']))).toBe(sheet)
	expect(showAllAgain(sheet)).toBe(sheet)
})
