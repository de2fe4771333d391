import { describe, expect, test } from 'vitest'
import { emptySheet, newPiece, parsePathData, type Sheet } from '@/core'
import { NOTHING, selectContour } from '@/store/selection'
import { hitTest, nodesIn, pieceUnder } from './hitTest'

function sheetOf(...paths: string[]): Sheet {
	return {
		...emptySheet('Test', 500, 500),
		pieces: paths.map((d, i) => newPiece(`Piece ${i}`, parsePathData(d))),
	}
}

describe('what lies under the pointer', () => {
	const sheet = sheetOf('M0 0C0 -6 6 -6 100 0V100H0Z')
	const contour = sheet.pieces[0]!.contours[0]!
	const first = contour.nodes[0]!

	test('a node wins over a segment, the nearest of several nodes wins', () => {
		expect(hitTest(sheet, NOTHING, [3, 1], 8)).toMatchObject({ kind: 'node', index: 0 })
		expect(hitTest(sheet, NOTHING, [100, 50], 8)).toMatchObject({ kind: 'segment', index: 1 })
		expect(hitTest(sheet, NOTHING, [50, 50], 8)).toBeNull()
	})

	test('a handle wins over its node only where that node is selected, and it is nearer', () => {
		expect(hitTest(sheet, NOTHING, [0, -5], 8)).toMatchObject({ kind: 'node' })
		const selected = selectContour(sheet, contour.id, [first.id])
		expect(hitTest(sheet, selected, [0, -5], 8)).toMatchObject({ kind: 'handle', side: 'out' })
		expect(hitTest(sheet, selected, [0, 1], 8)).toMatchObject({ kind: 'node' })
	})

	test('the radius is the caller’s: what is out of reach is not hit', () => {
		expect(hitTest(sheet, NOTHING, [0, 112], 8)).toBeNull()
		expect(hitTest(sheet, NOTHING, [0, 112], 16)).toMatchObject({ kind: 'node', index: 3 })
	})

	test('a segment hit says where on it', () => {
		expect(hitTest(sheet, NOTHING, [60, 103], 8)).toMatchObject({
			kind: 'segment',
			index: 2,
			at: [60, 100],
		})
	})
})

test('nodes in a box, across pieces', () => {
	const sheet = sheetOf('M0 0H100V100Z', 'M50 50L200 200')
	expect(nodesIn(sheet, { minX: 40, minY: -10, maxX: 120, maxY: 120 })).toHaveLength(3)
})

test('the topmost piece under a point, but not through its opening', () => {
	const sheet = sheetOf('M0 0H100V100H0ZM20 20H80V80H20Z', 'M0 0H10V10H0Z')
	expect(pieceUnder(sheet, [5, 5])?.name).toBe('Piece 1')
	expect(pieceUnder(sheet, [90, 90])?.name).toBe('Piece 0')
	expect(pieceUnder(sheet, [50, 50])).toBeNull()
})
