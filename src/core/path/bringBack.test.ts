import { expect, test } from 'vitest'
import { bringBack } from './bringBack'
import { groupPieces } from './groups'
import { emptySheet, newPiece, type Sheet } from './model'
import { parsePathData } from './parsePathData'
import { removePieces } from './pieces'

const piece = (name: string) => newPiece(name, parsePathData('M0 0H9V9Z'))
const [left, right, third] = [piece('Left'), piece('Right'), piece('Third')]
const then: Sheet = { ...emptySheet('Wings', 100, 100), pieces: [left, right, third] }
const names = ({ pieces }: Sheet) => pieces.map(({ name }) => name)

test('a piece that is there is as it was, in its place and the group it is in now', () => {
	const grouped = groupPieces(then, new Set([left.id, right.id]), 'Wings')
	const now = {
		...grouped,
		pieces: grouped.pieces.map((one) => ({ ...one, name: `${one.name} now`, opacity: 0.5 })),
	}
	const back = bringBack(now, then, new Set([right.id]))
	expect(names(back)).toEqual(['Left now', 'Right', 'Third now'])
	expect(back.pieces[1]).toEqual({ ...right, group: now.pieces[1]?.group })
	expect(back.pieces[0]).toBe(now.pieces[0])
})

test('one that is gone comes back on top, out of groups; others do not', () => {
	const grouped = groupPieces(then, new Set([left.id, right.id]), 'Wings')
	const now = removePieces(then, new Set([left.id, third.id]))
	const back = bringBack(now, grouped, new Set([left.id]))
	expect(names(back)).toEqual(['Right', 'Left'])
	expect(back.pieces[1]).toEqual(left)
	expect(bringBack(now, then, new Set())).toBe(now)
})
