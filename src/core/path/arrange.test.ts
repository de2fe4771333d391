import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { scaleAbout, turnAbout } from '../geometry/placement'
import { distance } from '../geometry/point'
import {
	alignNodes,
	centreOf,
	nodesOfKind,
	resizeNodes,
	spaceNodes,
	transformNodes,
	withNeighbours,
} from './arrangeNodes'
import {
	alignPieces,
	distributePieces,
	duplicatePieces,
	mirrorPieces,
	piecesBox,
	transformPieces,
} from './arrangePieces'
import type { Sheet } from './model'
import { parsePathData } from './parsePathData'
import { contoursOf } from './testing/anyEdit'
import { anyContour, onlyContour, sheetOf } from './testing/arbitrary'

const boxes = () => sheetOf(...parsePathData('M0 0H10V10H0ZM40 5H60V25H40ZM100 50H110V90H100Z'))
const allPieces = (sheet: Sheet) => new Set(sheet.pieces.map((p) => p.id))
const lefts = (sheet: Sheet) => sheet.pieces.map((p) => piecesBox([p]).minX)

describe('several nodes', () => {
	test('get another width or height from their upper left, handles with them', () => {
		const sheet = sheetOf(...parsePathData('M10 10C20 10 30 20 30 30L10 30Z'))
		const ids = new Set(onlyContour(sheet).nodes.map(({ id }) => id))
		const wide = onlyContour(resizeNodes(sheet, ids, { width: 40 }))
		expect(wide.nodes.map(({ at }) => at)).toEqual([
			[10, 10],
			[50, 30],
			[10, 30],
		])
		expect(wide.nodes[0]?.out).toEqual([30, 10])
		const upright = new Set(
			onlyContour(sheet)
				.nodes.filter(({ at }) => at[0] === 10)
				.map(({ id }) => id),
		)
		expect(onlyContour(resizeNodes(sheet, upright, { width: 40, height: 5 })).nodes[2]?.at).toEqual(
			[10, 15],
		)
	})

	test('turned about their centre and back, they are where they were', () => {
		fc.assert(
			fc.property(anyContour, fc.double({ min: -3, max: 3, noNaN: true }), (contour, angle) => {
				const ids = new Set(contour.nodes.map((n) => n.id))
				const centre = centreOf(contour.nodes)!
				const there = transformNodes(sheetOf(contour), ids, turnAbout(centre, angle))
				const back = onlyContour(transformNodes(there, ids, turnAbout(centre, -angle)))
				for (const [i, node] of back.nodes.entries())
					expect(distance(node.at, contour.nodes[i]!.at)).toBeLessThan(1e-6)
			}),
		)
	})

	test('scaled, the others stay where they are', () => {
		const [contour] = parsePathData('M0 0L10 0L10 10L0 10Z')
		const two = new Set(contour!.nodes.slice(0, 2).map((n) => n.id))
		const after = onlyContour(transformNodes(sheetOf(contour!), two, scaleAbout([5, 0], 0, 2, 2)))
		expect(after.nodes.map((n) => n.at)).toEqual([
			[-5, 0],
			[15, 0],
			[10, 10],
			[0, 10],
		])
	})

	test('are lined up in the middle of where they were, and spaced evenly in order', () => {
		const [contour] = parsePathData('M0 0L10 4L35 8L40 0')
		const ids = new Set(contour!.nodes.map((n) => n.id))
		expect(onlyContour(alignNodes(sheetOf(contour!), ids, 'y')).nodes.map((n) => n.at[1])).toEqual([
			4, 4, 4, 4,
		])
		const spaced = onlyContour(spaceNodes(sheetOf(contour!), ids, 'x')).nodes.map((n) => n.at[0])
		for (const [i, x] of [0, 40 / 3, 80 / 3, 40].entries()) expect(spaced[i]).toBeCloseTo(x, 9)
	})

	test('are found by standing next to others, round a closed outline’s end, and by kind', () => {
		const [contour] = parsePathData('M0 0L10 0C20 0 30 10 30 20L0 20Z')
		const sheet = sheetOf(contour!)
		const first = new Set([contour!.nodes[0]!.id])
		expect(
			[...withNeighbours(sheet, first)]
				.map((id) => contour!.nodes.findIndex((n) => n.id === id))
				.sort(),
		).toEqual([0, 1, 3])
		expect(nodesOfKind(sheet, new Set([sheet.pieces[0]!.id]), 'corner').size).toBe(2)
		expect(nodesOfKind(sheet, new Set(['nobody']), 'corner').size).toBe(0)
	})
})

describe('whole pieces', () => {
	test('move, scale with their strokes, and mirror in their own place', () => {
		const sheet = boxes()
		const [id] = [...allPieces(sheet)]
		const large = transformPieces(sheet, new Set([id!]), scaleAbout([0, 0], 0, 2, 2))
		expect(piecesBox([large.pieces[0]!])).toMatchObject({ maxX: 20, maxY: 20 })
		expect(large.pieces[0]!.stroke.width).toBe(2)
		expect(large.pieces[1]).toBe(sheet.pieces[1])
		const twice = mirrorPieces(
			mirrorPieces(sheet, allPieces(sheet), 'left-right'),
			allPieces(sheet),
			'left-right',
		)
		expect(lefts(twice)).toEqual(lefts(sheet))
		expect(lefts(mirrorPieces(sheet, allPieces(sheet), 'left-right'))).toEqual([100, 50, 0])
	})

	test('a copy stands above its original, with ids of its own', () => {
		const { sheet, ids } = duplicatePieces(boxes(), new Set([boxes().pieces[0]!.id]), [5, 5])
		expect(ids.size).toBe(0)
		expect(sheet.pieces).toHaveLength(3)
		const source = boxes()
		const copied = duplicatePieces(source, new Set([source.pieces[0]!.id]), [5, 5])
		expect(copied.sheet.pieces.map((p) => p.name)).toEqual([
			'Piece 1',
			'Piece 1 copy',
			'Piece 2',
			'Piece 3',
		])
		expect(lefts(copied.sheet)[1]).toBe(5)
		const nodes = contoursOf(copied.sheet).flatMap((c) => c.nodes.map((n) => n.id))
		expect(new Set(nodes).size).toBe(nodes.length)
	})

	test('are lined up by any edge, and spaced with equal gaps', () => {
		const sheet = boxes()
		const ids = allPieces(sheet)
		expect(lefts(alignPieces(sheet, ids, 'left'))).toEqual([0, 0, 0])
		expect(alignPieces(sheet, ids, 'right').pieces.map((p) => piecesBox([p]).maxX)).toEqual([
			110, 110, 110,
		])
		expect(
			alignPieces(sheet, ids, 'centre').pieces.map((p) => {
				const { minY, maxY } = piecesBox([p])
				return (minY + maxY) / 2
			}),
		).toEqual([45, 45, 45])
		const spread = distributePieces(sheet, ids, 'x').pieces.map((p) => piecesBox([p]))
		expect(spread[1]!.minX - spread[0]!.maxX).toBeCloseTo(spread[2]!.minX - spread[1]!.maxX, 9)
		expect([spread[0]!.minX, spread[2]!.maxX]).toEqual([0, 110])
	})
})

test('a gradient goes along with its piece, or stays where it is on the sheet', () => {
	const [piece] = boxes().pieces
	const fill = {
		kind: 'linear',
		from: [0, 0],
		to: [10, 0],
		stops: [
			{ at: 0, colour: '#102030' },
			{ at: 1, colour: '#f0e0d0' },
		],
	} as const
	for (const paintStays of [false, true]) {
		const sheet: Sheet = {
			...boxes(),
			pieces: [{ ...(piece as NonNullable<typeof piece>), fill, paintStays }],
		}
		const [moved] = transformPieces(sheet, allPieces(sheet), [1, 0, 0, 1, 5, 7]).pieces
		expect(moved?.fill).toMatchObject(paintStays ? fill : { from: [5, 7], to: [15, 7] })
		expect(moved?.contours[0]?.nodes[0]?.at).toEqual([5, 7])
	}
})
