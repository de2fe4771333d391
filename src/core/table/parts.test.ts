import { describe, expect, test } from 'vitest'
import { contains } from '../combine/winding'
import type { Point } from '../geometry/point'
import { signedArea } from '../geometry/polygon'
import { flattenContour } from '../path/contour'
import { newPiece, type Piece } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { FIRST_SEEN, type Part, tableParts } from './parts'

const filled = (name: string, d: string): Piece => newPiece(name, parsePathData(d))
const stroked = (name: string, d: string, width = 4): Piece => ({
	...filled(name, d),
	fill: { kind: 'none' },
	stroke: { paint: { kind: 'solid', colour: '#000000' }, width },
})
const names = (parts: readonly Part[]) => parts.map(({ piece }) => piece.name)
const areaOf = ({ piece }: Part) =>
	piece.contours.reduce((sum, c) => sum + signedArea(flattenContour(c, 0.01)), 0)
const cutAt = (parts: readonly Part[], p: Point) =>
	parts
		.filter(({ piece }) => contains(piece.contours, p, piece.fillRule))
		.map(({ piece }) => piece.name)

const WING = filled('Wing', 'M0 0H50V50H0Z')
const BODY = filled('Body', 'M40 10H140V40H40Z')
const MOON = filled('Moon', 'M200 0H220V20H200Z')

describe('pieces that overlap', () => {
	test('are one silhouette, by the name of the largest; others stay the same objects', () => {
		const parts = tableParts([WING, BODY, MOON], FIRST_SEEN)
		expect(names(parts)).toEqual(['Body', 'Moon'])
		expect(areaOf(parts[0] as Part)).toBeCloseTo(50 * 50 + 90 * 30, 6)
		expect(parts[1]?.piece).toBe(MOON)
	})

	test('are cut by the upper, as one sees them', () => {
		const parts = tableParts([WING, BODY, MOON], { ...FIRST_SEEN, overlaps: 'upper' })
		expect(names(parts)).toEqual(['Wing', 'Body', 'Moon'])
		expect(cutAt(parts, [45, 25])).toEqual(['Body'])
		expect(cutAt(parts, [20, 25])).toEqual(['Wing'])
		expect(areaOf(parts[0] as Part)).toBeCloseTo(50 * 50 - 10 * 30, 6)
	})

	test('are whole where that is wished, and gone where others cover them', () => {
		const parts = tableParts([WING, BODY], { ...FIRST_SEEN, overlaps: 'whole' })
		expect(parts.map(({ piece }) => piece)).toEqual([WING, BODY])
		const hidden = filled('Hidden', 'M60 15H80V30H60Z')
		expect(names(tableParts([hidden, BODY], { ...FIRST_SEEN, overlaps: 'upper' }))).toEqual([
			'Body',
		])
	})

	test('that only share an edge are one, one in an opening of another is not', () => {
		const beside = filled('Beside', 'M50 0H80V50H50Z')
		expect(names(tableParts([WING, beside], FIRST_SEEN))).toEqual(['Wing'])
		const frame = filled('Frame', 'M0 0H100V100H0ZM20 20H80V80H20Z')
		const core = filled('Core', 'M40 40H60V60H40Z')
		expect(names(tableParts([frame, core], FIRST_SEEN))).toEqual(['Frame', 'Core'])
	})
})

describe('lines with a width', () => {
	test('are cut out as wide as they are drawn, not as the plates that they enclose', () => {
		const [ring] = tableParts([stroked('Ring', 'M0 0H40V40H0Z')], FIRST_SEEN) as [Part]
		expect(areaOf(ring)).toBeCloseTo(44 * 44 - 36 * 36, 3)
		expect(cutAt([ring], [20, 20])).toEqual([])
		const [dashed] = tableParts(
			[
				{
					...stroked('Stitch', 'M0 0H50'),
					stroke: { ...stroked('', 'M0 0').stroke, width: 4, dashes: [10, 10] },
				},
			],
			FIRST_SEEN,
		) as [Part]
		expect(dashed.piece.contours).toHaveLength(3)
		expect(areaOf(dashed)).toBeCloseTo(3 * 40, 3)
	})

	test('make what they go round larger, half their width', () => {
		const bold = { ...stroked('Bold', 'M0 0H40V40H0Z'), fill: WING.fill }
		expect(areaOf(tableParts([bold], FIRST_SEEN)[0] as Part)).toBeCloseTo(44 * 44, 3)
		for (const strokes of ['lines', 'nothing'] as const)
			expect(areaOf(tableParts([bold], { ...FIRST_SEEN, strokes })[0] as Part)).toBeCloseTo(1600, 3)
	})

	test('are scored, or left out', () => {
		const fold = stroked('Fold', 'M10 10H40')
		const [part] = tableParts([WING, fold], { ...FIRST_SEEN, strokes: 'lines' }) as [Part]
		expect(part.piece).toBe(WING)
		expect(part.lines).toEqual([{ piece: 'Fold', operation: 'score', contour: fold.contours[0] }])
		expect(names(tableParts([WING, fold], { ...FIRST_SEEN, strokes: 'nothing' }))).toEqual(['Wing'])
	})
})

describe('what is said of a piece', () => {
	test('goes before how it is painted', () => {
		const said = (operation: Piece['operation'], piece: Piece) =>
			tableParts([{ ...piece, ...(operation && { operation }) }], FIRST_SEEN)
		expect(said('nothing', WING)).toEqual([])
		const [scored] = said('score', WING) as [Part]
		expect(scored.piece.contours).toEqual([])
		expect(scored.lines.map(({ operation }) => operation)).toEqual(['score'])
		// Who says that a line is cut means along it.
		const [cut] = said('cut', stroked('Ring', 'M0 0H40V40H0Z')) as [Part]
		expect(areaOf(cut)).toBeCloseTo(1600, 6)
		// Two outlines that run the same way: the inner is an opening all the same.
		const [frame] = said('cut', stroked('Frame', 'M0 0H40V40H0ZM10 10H30V30H10Z')) as [Part]
		expect(cutAt([frame], [20, 20])).toEqual([])
		const [slit] = said('cut', stroked('Slit', 'M0 0H40')) as [Part]
		expect(slit.lines.map(({ operation }) => operation)).toEqual(['cut'])
	})

	test('counts for a whole group', () => {
		const groups = [{ id: 'g', name: 'Notes', operation: 'nothing' as const }]
		expect(names(tableParts([WING, { ...MOON, group: 'g' }], FIRST_SEEN, groups))).toEqual(['Wing'])
	})
})

test('a line over two parts that are cut apart goes with each as far as it lies there, and beyond an edge with the nearest', () => {
	const left = filled('Left', 'M0 0H50V50H0Z')
	const right = filled('Right', 'M60 0H100V50H60Z')
	const fold: Piece = { ...stroked('Fold', 'M-5 20H110'), operation: 'score' }
	const parts = tableParts([left, right, fold], FIRST_SEEN)
	expect(names(parts)).toEqual(['Left', 'Right'])
	const ends = parts.map(({ lines }) => lines[0]?.contour.nodes.map(({ at }) => at[0]))
	expect(ends[0]?.[0]).toBeCloseTo(-5)
	expect(ends[1]?.[1]).toBeCloseTo(110)
	expect(ends[0]?.[1]).toBeCloseTo(ends[1]?.[0] ?? 0)
})
