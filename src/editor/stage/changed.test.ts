import { describe, expect, test } from 'vitest'
import {
	boxContains,
	changeLine,
	changePiece,
	emptySheet,
	insertNode,
	moveNodes,
	newPiece,
	parsePathData,
	setMirror,
} from '@/core'
import { changedBox } from './changed'

const piece = newPiece('Ring', parsePathData('M0 0H100V100H0ZM40 40H60V60H40Z'))
const sheet = { ...emptySheet('Test', 200, 200), pieces: [piece] }
const first = piece.contours[1]!.nodes[0]!

describe('where two sheets differ', () => {
	test('is round the segments of the node that moved, where it was and where it is', () => {
		const moved = moveNodes(sheet, new Set([first.id]), [-10, 5])
		const box = changedBox(sheet, moved)
		if (box === null || box === 'all') throw new Error('A box was wanted.')
		for (const p of [
			[40, 40],
			[30, 45],
			[60, 40],
			[40, 60],
		] as const)
			expect(boxContains(box, p)).toBe(true)
		expect(boxContains(box, [99, 99])).toBe(false)
	})

	test('is nowhere in the same sheet, or where only its name differs', () => {
		expect(changedBox(sheet, sheet)).toBeNull()
		expect(changedBox(sheet, { ...sheet, name: 'Other' })).toBeNull()
		const kept = { ...piece, name: 'Hoop', allowance: 2, group: 'g' }
		expect(changedBox(sheet, { ...sheet, pieces: [kept] })).toBeNull()
	})

	test('is everywhere once outlines, looks or the mirror change', () => {
		const other = [
			insertNode(sheet, piece.contours[0]!.id, 0, 0.5).sheet,
			changePiece(sheet, piece.id, { hidden: true }),
			{ ...sheet, pieces: [{ ...piece, strokeBelow: true }] },
			{
				...sheet,
				pieces: [{ ...piece, contours: piece.contours.map((c) => ({ ...c, filled: true })) }],
			},
			changeLine(sheet, { width: 3 }),
			setMirror(sheet, { from: [0, 0], to: [1, 1] }),
			{ ...sheet, pieces: [] },
		]
		for (const next of other) expect(changedBox(sheet, next)).toBe('all')
	})
})
