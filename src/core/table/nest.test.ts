import { describe, expect, test } from 'vitest'
import { combine } from '../combine/combine'
import { keySheet } from '../formats/testing/keySheet'
import { signedArea } from '../geometry/polygon'
import { piecesBox } from '../path/arrangePieces'
import { flattenContour } from '../path/contour'
import { newPiece, type Piece } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { transformContour } from '../path/pieces'
import { WORKSHOP_BED as BED, FIRST_CUT } from './bed'
import { cuttingJob } from './job'
import { nest } from './nest'
import { refusals } from './refusals'

const key: Piece = {
	...(keySheet().pieces[0] as Piece),
	contours: (keySheet().pieces[0] as Piece).contours.map((c) =>
		transformContour(c, [0.25, 0, 0, 0.25, 0, 0]),
	),
}
const triangle = newPiece('Sail', parsePathData('M0 0L120 90H0Z'))
const OPTIONS = { copies: 1, gap: 2, turns: true }

const shared = (a: Piece, b: Piece) =>
	combine('overlap', a.contours, b.contours, { subjectRule: 'evenodd', clipRule: 'evenodd' })
		.map((contour) => Math.abs(signedArea(flattenContour(contour, 0.05))))
		.reduce((sum, area) => sum + area, 0)

describe('pieces on the bed', () => {
	const { pieces, left } = nest([key, triangle], BED, { ...OPTIONS, copies: 6 })

	test('all lie on it, none on another', () => {
		expect(left).toBe(0)
		expect(pieces).toHaveLength(12)
		expect(refusals(pieces, BED)).toEqual([])
		const { minX, minY, maxX, maxY } = piecesBox(pieces)
		expect(Math.min(minX, minY, BED.width - maxX, BED.height - maxY)).toBeGreaterThanOrEqual(2)
		for (const [n, a] of pieces.entries())
			for (const b of pieces.slice(n + 1)) expect(shared(a, b)).toBeLessThan(0.01)
	})

	test('as large as they were, and not mirrored', () => {
		for (const piece of pieces.filter(({ name }) => name.startsWith('Sail'))) {
			const [contour] = piece.contours
			if (!contour) throw new Error('There is one.')
			expect(signedArea(flattenContour(contour, 0.05))).toBeCloseTo(
				signedArea(flattenContour(triangle.contours[0] ?? contour, 0.05)),
				3,
			)
		}
	})

	test('take less of it turned than as they lie', () => {
		const height = (turns: boolean) =>
			BED.height - piecesBox(nest([triangle], BED, { ...OPTIONS, copies: 8, turns }).pieces).minY
		expect(height(true)).toBeLessThanOrEqual(height(false))
	})
})

test('what finds no room is counted, and the rest is laid', () => {
	const board = newPiece('Board', parsePathData('M0 0H300V300H0Z'))
	const { pieces, left } = nest([board], BED, { ...OPTIONS, copies: 3 })
	expect([pieces.length, left]).toEqual([1, 2])
	const { left: none } = nest([newPiece('Wall', parsePathData('M0 0H900V900H0Z'))], BED, OPTIONS)
	expect(none).toBe(1)
})

test('a small piece lies in what falls out of a large one, and is cut before that', () => {
	const frame = newPiece('Frame', parsePathData('M0 0H200V200H0ZM20 20H180V180H20Z'))
	const moon = newPiece('Moon', parsePathData('M0 0H60V60H0Z'))
	const { pieces } = nest([frame, moon], BED, { ...OPTIONS, copies: 1, gap: 6 })
	const [outer, inner] = pieces.map((piece) => piecesBox([piece]))
	if (!outer || !inner) throw new Error('Both found room.')
	expect(inner.minX - outer.minX).toBeGreaterThanOrEqual(26)
	expect(outer.maxX - inner.maxX).toBeGreaterThanOrEqual(26)
	expect(inner.minY - outer.minY).toBeGreaterThanOrEqual(26)
	expect(outer.maxY - inner.maxY).toBeGreaterThanOrEqual(26)
	expect(refusals(pieces, BED)).toEqual([])
	const { cuts, order } = cuttingJob(pieces, BED, FIRST_CUT)
	expect(order.map((k) => `${cuts[k]?.kind} ${cuts[k]?.piece}`)).toEqual([
		'outline Moon',
		'opening Frame',
		'outline Frame',
	])
})

test('into a bay too, and into no hollow in which something lies already', () => {
	const bay = newPiece('Bay', parsePathData('M0 0H20V140H220V0H240V160H0Z'))
	const moon = newPiece('Moon', parsePathData('M0 0H70V70H0Z'))
	const { pieces, left } = nest([bay, moon], BED, {
		...OPTIONS,
		copies: 2,
		turns: false,
		gap: 6,
	})
	expect(left).toBe(0)
	const [outer, ...others] = pieces.map((piece) => piecesBox([piece]))
	const within = others.filter(
		({ minX, maxX, minY, maxY }) =>
			outer && minX > outer.minX && maxX < outer.maxX && minY > outer.minY && maxY < outer.maxY,
	)
	expect(within.length).toBeGreaterThan(0)
	for (const [n, a] of pieces.entries())
		for (const b of pieces.slice(n + 1)) expect(shared(a, b)).toBe(0)
})
