import { expect, test } from 'vitest'
import { newPiece, type Piece, parsePathData } from '@/core'
import { alikeBeside } from './alikeBeside'

const piece = (name: string, d: string, colour: string): Piece => ({
	...newPiece(name, parsePathData(d)),
	fill: { kind: 'solid', colour },
})

test('pieces that touch and are all but of one colour are told of; others are not', () => {
	const pear = piece('Pear', 'M0 0H40V40H0Z', '#9aa83c')
	const pieces = [
		pear,
		piece('Shade', 'M30 10H60V30H30Z', '#97a63a'),
		piece('Far', 'M200 0H240V40H200Z', '#9aa83c'),
		piece('Leaf', 'M10 10H30V30H10Z', '#2f6b3a'),
		{ ...piece('Hidden', 'M0 0H9V9Z', '#9aa83c'), hidden: true },
		{ ...piece('Line', 'M0 0H9V9Z', '#9aa83c'), fill: { kind: 'none' as const } },
	]
	expect(alikeBeside(pieces, pear).map(({ name }) => name)).toEqual(['Shade'])
	expect(alikeBeside(pieces, pieces[5] as Piece)).toEqual([])
})
