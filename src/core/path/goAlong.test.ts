import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { pointAt } from '../geometry/cubic'
import { nearestOn } from '../geometry/nearest'
import { distance } from '../geometry/point'
import { flattenContour, segmentCount, segmentCubic, segments } from './contour'
import { beginOutline } from './draw'
import { goAlongEdge, placeOn, stretchOf } from './goAlong'
import type { Contour } from './model'
import { emptySheet, newPiece } from './model'
import { flawsOf } from './normalise'
import { parsePathData } from './parsePathData'
import { anyContour } from './testing/arbitrary'

const at = (contour: Contour, index: number, t: number) => {
	const segment = segments(contour)[index]
	if (!segment) throw new Error('There is no such segment.')
	return pointAt(segmentCubic(segment), t)
}

describe('a stretch of an outline', () => {
	test('lies on it all along, begins and ends where it was asked to', () => {
		const share = fc.double({ min: 0, max: 1, noNaN: true })
		fc.assert(
			fc.property(
				anyContour,
				share,
				share,
				share,
				share,
				fc.boolean(),
				(contour, a, b, t, u, longer) => {
					const count = segmentCount(contour)
					if (count === 0) return
					const [i, j] = [a, b].map((s) => Math.min(count - 1, Math.floor(s * count))) as [
						number,
						number,
					]
					const stretch = stretchOf(contour, { index: i, t }, { index: j, t: u }, { longer })
					if (!stretch) return
					const [first, last] = [stretch.nodes[0], stretch.nodes.at(-1)]
					expect(distance(first!.at, at(contour, i, t))).toBeLessThan(1e-6)
					expect(distance(last!.at, at(contour, j, u))).toBeLessThan(1e-6)
					for (const segment of segments(stretch)) {
						const middle = pointAt(segmentCubic(segment), 0.37)
						const away = Math.min(
							...segments(contour).map((own) => {
								const cubic = segmentCubic(own)
								return Math.min(
									...Array.from({ length: 2001 }, (_, k) =>
										distance(pointAt(cubic, k / 2000), middle),
									),
								)
							}),
						)
						expect(away).toBeLessThan(2)
					}
				},
			),
			{ numRuns: 60 },
		)
	})

	test('of a closed outline the shorter way, or the longer one', () => {
		const [square] = parsePathData('M0 0H100V100H0Z') as [Contour]
		const short = stretchOf(square, { index: 0, t: 0.5 }, { index: 1, t: 0.5 })
		expect(short?.nodes.map(({ at }) => at)).toEqual([
			[50, 0],
			[100, 0],
			[100, 50],
		])
		const long = stretchOf(square, { index: 0, t: 0.5 }, { index: 1, t: 0.5 }, { longer: true })
		expect(long?.nodes.map(({ at }) => at)).toEqual([
			[50, 0],
			[0, 0],
			[0, 100],
			[100, 100],
			[100, 50],
		])
	})

	test('whole segments are the same to the last bit', () => {
		const [leaf] = parsePathData('M0 0C10 -30.1 60.7 -30.3 70.9 1.1S40 90 0 60Z') as [Contour]
		const stretch = stretchOf(leaf, { index: 0, t: 0 }, { index: 1, t: 1 }, { longer: true })
		const [first, second] = segments(leaf).map(segmentCubic)
		expect(segments(stretch!).map(segmentCubic)).toEqual([first, second])
	})
})

test('an outline goes on along its neighbour: no gap between them, and nothing of the neighbour changes', () => {
	const [leaf] = parsePathData('M0 0C10 -30 60 -30 70 0S40 90 0 60Z') as [Contour]
	const sheet = { ...emptySheet('Two', 200, 200), pieces: [newPiece('Leaf', [leaf])] }
	const begun = beginOutline(sheet, at(leaf, 0, 0.3), 'Beside')
	const followed = goAlongEdge(begun.sheet, begun.contourId, { contour: leaf.id, index: 1, t: 0.6 })
	expect(followed).not.toBeNull()
	const [own, beside] = followed!.sheet.pieces
	expect(own).toBe(sheet.pieces[0])
	const contour = beside!.contours[0]!
	expect(contour.nodes.at(-1)?.id).toBe(followed!.nodeId)
	expect(flawsOf(followed!.sheet)).toEqual([])
	for (const p of flattenContour(contour, 0.01))
		expect(placeNear(leaf, p)).toBeLessThan(1e-9 + 0.01)
	expect(placeOn(leaf, contour.nodes.at(-1)!.at)).not.toBeNull()
	expect(placeOn(leaf, [500, 500])).toBeNull()
	// What does not lie on it cannot go along it.
	const apart = beginOutline(sheet, [150, 150], 'Apart')
	expect(
		goAlongEdge(apart.sheet, apart.contourId, { contour: leaf.id, index: 1, t: 0.6 }),
	).toBeNull()
})

function placeNear(contour: Contour, p: readonly [number, number]): number {
	return Math.min(...segments(contour).map((one) => nearestOn(segmentCubic(one), p).distance))
}
