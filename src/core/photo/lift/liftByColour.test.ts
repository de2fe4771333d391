import { describe, expect, test } from 'vitest'
import { distance, type Point } from '../../geometry/point'
import { signedArea } from '../../geometry/polygon'
import { flattenContour } from '../../path/contour'
import type { Contour } from '../../path/model'
import { picture } from '../testing/arbitraryPixels'
import { rendered } from '../testing/rendered'
import { NothingToLift } from './hint'
import { type ByColourOptions, liftByColour } from './liftByColour'

const MIDDLE: Point = [50.4, 44.7]
const R = 21

/** A disc in grain, and a smaller one of the same colour far from it. */
const PHOTO = rendered(
	130,
	90,
	(x, y) => Math.hypot(x - MIDDLE[0], y - MIDDLE[1]) < R || Math.hypot(x - 108.5, y - 44.5) < 11,
	{ grain: 5 },
)

const furthest = (contours: readonly Contour[], middle: Point, radius: number) =>
	Math.max(
		...contours
			.flatMap((one) => flattenContour(one, 0.05))
			.map((p) => Math.abs(distance(p, middle) - radius)),
	)

const square = (minX: number, minY: number, maxX: number, maxY: number): Contour => ({
	id: 'held',
	closed: true,
	nodes: (
		[
			[minX, minY],
			[maxX, minY],
			[maxX, maxY],
			[minX, maxY],
		] as Point[]
	).map((at, k) => ({ id: `h${k}`, at, kind: 'corner' as const })),
})

describe('an area of like colour', () => {
	test('is outlined on its edge in few nodes', () => {
		const [area, ...more] = liftByColour(PHOTO, MIDDLE)
		expect(more).toHaveLength(0)
		expect(area?.nodes.length).toBeLessThanOrEqual(10)
		expect(furthest([area as Contour], MIDDLE, R)).toBeLessThan(1)
	})

	test('what is alike elsewhere is taken too where that is asked for', () => {
		expect(liftByColour(PHOTO, MIDDLE, { near: false })).toHaveLength(2)
	})

	test('is held within outlines, and reaches them where it comes near', () => {
		const held = square(20, 10, 51, 80)
		const points = liftByColour(PHOTO, [40, 44], { within: [held] }).flatMap((one) =>
			flattenContour(one, 0.05),
		)
		expect(Math.max(...points.map(([x]) => x))).toBeCloseTo(51, 2)
		expect(Math.min(...points.map(([x]) => x))).toBeGreaterThan(MIDDLE[0] - R - 1)
	})

	test('the ground is an area with openings', () => {
		expect(liftByColour(PHOTO, [10, 10])).toHaveLength(3)
	})
})

describe('places and numbers that name no area', () => {
	const said = (at: Point, o?: ByColourOptions) => {
		try {
			liftByColour(PHOTO, at, o)
		} catch (error) {
			if (error instanceof NothingToLift) return error.message
			throw error
		}
		return 'lifted'
	}

	test.each([
		['outside the photo', [-3, 10], {}, 'no photo here'],
		['not a number', [Number.NaN, 10], {}, 'not numbers'],
		['outside the piece', [10, 10], { within: [square(40, 30, 70, 60)] }, 'inside the piece'],
		['a spread of nothing', MIDDLE, { spread: 0 }, 'widen the spread'],
		['a piece outside', MIDDLE, { within: [square(400, 30, 470, 60)] }, 'outside the photo'],
	] as [string, Point, ByColourOptions, string][])('%s', (_, at, o, message) => {
		expect(said(at, o)).toContain(message)
	})
})

test('a rougher look finds the same area, nearly, and says so the next time as well', () => {
	const disc = picture(400, 300, (x, y) =>
		Math.hypot(x - 200, y - 150) < 90 ? [200, 60, 50] : [220, 214, 204],
	)
	const area = (contours: readonly Contour[]) =>
		Math.abs(contours.reduce((sum, contour) => sum + signedArea(flattenContour(contour, 0.5)), 0))
	const well = area(liftByColour(disc, [200, 150]))
	for (let turn = 0; turn < 2; turn++) {
		const roughly = area(liftByColour(disc, [200, 150], { most: 12_000, tolerance: 4 }))
		expect(Math.abs(roughly - well) / well).toBeLessThan(0.05)
	}
})
