import { describe, expect, test } from 'vitest'
import { emptySheet, newPiece, type Sheet } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { addPieces, changePiece } from '../path/pieces'
import { outgoing } from './outgoing'

const stroke = { paint: { kind: 'solid', colour: '#22272e' }, width: 4, dashes: [8, 4] } as const
const [a, b] = ['M10 20H50V40H10Z', 'M60 60H90V80H60Z'].map((d, n) => ({
	...newPiece(`${n}`, parsePathData(d)),
	...(n === 1 && { stroke }),
})) as [ReturnType<typeof newPiece>, ReturnType<typeof newPiece>]
const sheet: Sheet = { ...addPieces(emptySheet('Two', 200, 100), [a, b]), mmPerPx: 0.5 }
const AS_IT_IS = { page: 'sheet', strokes: 'scale' } as const

describe('what goes out', () => {
	test('is what shows, or what is asked for, and nothing of nothing', () => {
		const hidden = changePiece(sheet, a.id, { hidden: true })
		expect(outgoing(hidden, AS_IT_IS)?.pieces.map(({ id }) => id)).toEqual([b.id])
		const asked = outgoing(hidden, { ...AS_IT_IS, only: new Set([a.id]) })
		expect(asked?.pieces.map(({ id, hidden: away }) => [id, away])).toEqual([[a.id, false]])
		expect(outgoing(hidden, { ...AS_IT_IS, only: new Set() })).toBeNull()
	})

	test('lies on the sheet, on a page cut to it with its strokes, or in a square', () => {
		const size = (page: 'sheet' | 'artwork' | 'square') => {
			const { width, height, pieces } = outgoing(sheet, { ...AS_IT_IS, page }) as Sheet
			return [width, height, pieces[0]?.contours[0]?.nodes[0]?.at]
		}
		expect(size('sheet')).toEqual([200, 100, [10, 20]])
		expect(size('artwork')).toEqual([82, 62, [0, 0]])
		expect(size('square')).toEqual([82, 82, [0, 10]])
	})

	test('is as wide as asked for, its strokes with it or as they are', () => {
		const wide = { ...AS_IT_IS, widthMm: 300 }
		const strokes = (how: 'scale' | 'stay') => outgoing(sheet, { ...wide, strokes: how })?.pieces[1]
		expect(outgoing(sheet, wide)?.mmPerPx).toBe(1.5)
		expect(strokes('scale')?.stroke).toEqual(stroke)
		// 4 px of 0.5 mm were 2 mm; they are again, of 1.5 mm a px.
		expect((strokes('stay')?.stroke.width ?? 0) * 1.5).toBeCloseTo(2)
		expect(strokes('stay')?.stroke.dashes?.map((dash) => dash * 1.5)).toEqual([4, 2])
	})

	test('fits a page that is given, in its middle, exactly as large as that', () => {
		const a4 = { width: 297, height: 210, margin: 10 }
		const laid = outgoing(sheet, { ...AS_IT_IS, page: a4 }) as Sheet
		const mm = laid.mmPerPx ?? 0
		expect([laid.width * mm, laid.height * mm]).toEqual([
			expect.closeTo(297, 9),
			expect.closeTo(210, 9),
		])
		// 82 × 62 px with the stroke: 190 mm high is what it can be, 251.3 wide.
		const xs = laid.pieces.flatMap(({ contours }) =>
			contours.flatMap(({ nodes }) => nodes.map(({ at }) => at[0] * mm)),
		)
		expect(Math.min(...xs)).toBeCloseTo((297 - (82 * 190) / 62) / 2, 6)
		const stays = outgoing(sheet, { page: a4, strokes: 'stay' })
		expect((stays?.pieces[1]?.stroke.width ?? 0) * mm).toBeCloseTo(2)
	})
})
