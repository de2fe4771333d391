import { describe, expect, test } from 'vitest'
import { emptySheet, newPiece, type Piece } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { displayItem, displayList, OPEN_LINE_PX } from './displayList'

const piece = (d: string, change: Partial<Piece> = {}): Piece => ({
	...newPiece('Piece', parsePathData(d)),
	...change,
})
const red = { kind: 'solid', colour: '#aa0000' } as const

describe('what is painted', () => {
	test('goes from the lowest piece up, without those that are hidden, unless they are asked for', () => {
		const [low, hidden, high] = [
			piece('M0 0H9V9Z'),
			piece('M0 0H9V9Z', { hidden: true }),
			piece('M0 0H9V9Z'),
		]
		const sheet = { ...emptySheet('S', 10, 10), pieces: [low, hidden, high] }
		expect(displayList(sheet).map((item) => item.piece)).toEqual([low, high])
		expect(displayList(sheet, new Set([hidden.id])).map((item) => item.piece)).toEqual([hidden])
	})

	test('closed outlines are one shape with their openings and fill rule', () => {
		const { shapes, opacity } = displayItem(
			piece('M0 0H9V9H0ZM2 2H4V4H2Z', { fillRule: 'nonzero', opacity: 0.4, fill: red }),
		)
		expect(opacity).toBe(0.4)
		expect(shapes).toHaveLength(1)
		expect(shapes[0]).toMatchObject({ rule: 'nonzero', fill: red })
		expect(shapes[0]?.contours).toHaveLength(2)
	})

	test('an open outline that is filled across is filled with the closed ones, and stays open', () => {
		const [contour] = parsePathData('M0 0H9V9')
		const across = {
			...piece('M0 0H9V9Z', { fill: red }),
			contours: [{ ...contour!, filled: true }],
		}
		expect(displayItem(across).shapes).toMatchObject([{ fill: red, contours: [{ closed: false }] }])
	})

	test('other open outlines are never filled: they take the piece’s stroke, or its fill as a thin line', () => {
		const plain = displayItem(piece('M0 0H9V9H0ZM2 2L4 4', { fill: red })).shapes
		expect(plain[1]).toMatchObject({
			fill: { kind: 'none' },
			stroke: { paint: red, width: OPEN_LINE_PX },
		})
		const stroke = { paint: red, width: 7 }
		expect(displayItem(piece('M2 2L4 4', { stroke })).shapes).toMatchObject([{ stroke }])
	})

	test('an outline of one node is nothing to see; an item is made once for a piece', () => {
		const lone = piece('M0 0H9V9Z')
		const [contour] = lone.contours
		const dot = { ...contour!, closed: false, nodes: contour!.nodes.slice(0, 1) }
		expect(displayItem({ ...lone, contours: [dot] }).shapes).toEqual([])
		expect(displayItem(lone)).toBe(displayItem(lone))
	})
})
