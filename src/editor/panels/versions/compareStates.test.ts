import { expect, test } from 'vitest'
import { emptySheet, newPiece, parsePathData, type Sheet, transformPieces } from '@/core'
import { compareStates } from './compareStates'

const piece = (name: string) => newPiece(name, parsePathData('M0 0H100V100H0Z'))
const [left, right, third] = [piece('Left'), piece('Right'), piece('Third')]
const sheet = (...pieces: Sheet['pieces']): Sheet => ({ ...emptySheet('Wings', 300, 200), pieces })

test('what is gone, come, and changed, and by how much', () => {
	const then = sheet(left, right)
	const now = transformPieces(sheet(right, third), new Set([right.id]), [1, 0, 0, 1, 3, 0])
	const { gone, come, changed, nodes, apart } = compareStates(then, now)
	expect([gone, come.map(({ id }) => id), changed]).toEqual([[left], [third.id], [right]])
	expect(nodes).toEqual({ were: 8, are: 8 })
	expect(apart?.max).toBeCloseTo(3)
})

test('the same state, read anew, does not differ', () => {
	const then = sheet(left, right)
	const again: Sheet = JSON.parse(JSON.stringify(then))
	expect(compareStates(then, again)).toMatchObject({ gone: [], come: [], changed: [], apart: null })
})
