import { expect, test } from 'vitest'
import { emptySheet, newPiece, parsePathData, type Sheet } from '@/core'
import { NOTHING } from '@/store/selection'
import { thinTargets } from './thinTargets'

const body = { ...newPiece('Body', parsePathData('M0 0H9V9H0ZM2 2H4V4Z')) }
const spout = { ...newPiece('Spout', parsePathData('M20 0H29V9H20Z')) }
const sheet: Sheet = { ...emptySheet('Teapot', 100, 100), pieces: [body, spout] }

test('a piece is all its outlines, the last one where none is chosen', () => {
	const chosen = thinTargets(sheet.pieces, { ...NOTHING, piece: body.id }, 'piece')
	expect(chosen.map(({ contour }) => contour)).toEqual(body.contours)
	expect(thinTargets(sheet.pieces, NOTHING, 'piece')).toHaveLength(1)
})

test('chosen nodes are asked about in their outlines, from three on', () => {
	const ids = body.contours[0]?.nodes.map((node) => node.id) ?? []
	const two = { ...NOTHING, nodes: new Set(ids.slice(0, 2)) }
	const three = { ...NOTHING, nodes: new Set(ids.slice(0, 3)) }
	expect(thinTargets(sheet.pieces, two, 'nodes')).toEqual([])
	expect(thinTargets(sheet.pieces, three, 'nodes')).toEqual([
		{ contour: body.contours[0], only: three.nodes },
	])
})

test('hidden and locked pieces are left alone', () => {
	const shut = {
		...sheet,
		pieces: [
			{ ...body, hidden: true },
			{ ...spout, locked: true },
		],
	}
	expect(thinTargets(shut.pieces, NOTHING, 'all')).toEqual([])
	expect(thinTargets(sheet.pieces, NOTHING, 'all')).toHaveLength(3)
})
