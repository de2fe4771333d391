import { describe, expect, test } from 'vitest'
import { boxOf } from '../../geometry/box'
import { distance, type Point } from '../../geometry/point'
import { ringWinding, signedArea } from '../../geometry/polygon'
import { contourBounds, flattenContour } from '../../path/contour'
import type { Contour } from '../../path/model'
import type { Pixels } from '../pixels'
import { grain, picture } from '../testing/arbitraryPixels'
import { rendered } from '../testing/rendered'
import { type LiftHint, NothingToLift } from './hint'
import { liftingFrom } from './lifting'
import { liftObject } from './liftObject'

const MIDDLE: Point = [60.3, 55.7]
const R = 31
const HOLE = 12
const BOX = { minX: 24, minY: 20, maxX: 97, maxY: 92 }

/** A disc with an opening, in grain. */
const RING_PHOTO = rendered(
	120,
	110,
	(x, y) => {
		const away = Math.hypot(x - MIDDLE[0], y - MIDDLE[1])
		return away < R && away > HOLE
	},
	{ grain: 6 },
)

const pointsOf = (contours: readonly Contour[]) =>
	contours.flatMap((one) => flattenContour(one, 0.05))

/** Whether a place lies inside by either fill rule; `null` where they do not agree. */
function lies(contours: readonly Contour[], p: Point): boolean | null {
	const turns = contours.reduce((sum, one) => sum + ringWinding(flattenContour(one, 0.2), p), 0)
	return (turns !== 0) === (Math.abs(turns) % 2 === 1) ? turns !== 0 : null
}

const mirrored = ({ width, height, data }: Pixels): Pixels =>
	picture(width, height, (x, y) => data[4 * (y * width + width - 1 - x)] ?? 0)

describe('one object out of a photo', () => {
	const lifted = liftObject(RING_PHOTO, { box: BOX })

	test('from a box: its outline and its opening on the edges, in few nodes', () => {
		expect(lifted).toHaveLength(2)
		for (const contour of lifted) {
			expect(contour.closed).toBe(true)
			expect(contour.nodes.length).toBeLessThanOrEqual(8)
			const { maxX, minX } = contourBounds(contour)
			const own = maxX - minX > 40 ? R : HOLE
			for (const p of flattenContour(contour, 0.05))
				expect(Math.abs(distance(p, MIDDLE) - own)).toBeLessThan(0.7)
		}
	})

	test('openings go round the other way, so that both fill rules agree', () => {
		const [one, other] = lifted.map(({ nodes }) => signedArea(nodes.map(({ at }) => at)))
		expect(Math.sign(one ?? 0)).toBe(-Math.sign(other ?? 0))
		expect(lies(lifted, MIDDLE)).toBe(false)
		expect(lies(lifted, [MIDDLE[0] + 21, MIDDLE[1]])).toBe(true)
		expect(lies(lifted, [6, 6])).toBe(false)
	})

	test('the same photo and hint give the same outline', () => {
		const again = liftObject(RING_PHOTO, { box: BOX })
		expect(again.map(({ nodes }) => nodes.map(({ at }) => at))).toEqual(
			lifted.map(({ nodes }) => nodes.map(({ at }) => at)),
		)
	})

	test('asked again with another tolerance, or with a stroke more, it answers as if asked anew', () => {
		const lift = liftingFrom(RING_PHOTO)
		const places = (contours: readonly Contour[]) =>
			contours.map(({ nodes }) => nodes.map(({ at }) => at))
		const inside = [{ points: Float64Array.of(MIDDLE[0] + 21, MIDDLE[1]), radius: 3 }]
		lift({ box: BOX })
		for (const [hint, tolerance] of [
			[{ box: BOX }, 2],
			[{ box: BOX, inside }, 0.8],
			[{ box: BOX }, 0.8],
		] as const)
			expect(places(lift(hint, { tolerance }).contours)).toEqual(
				places(liftObject(RING_PHOTO, hint, { tolerance })),
			)
	})

	test('a mirrored photo gives the mirrored outline', () => {
		const box = { ...BOX, minX: 120 - BOX.maxX, maxX: 120 - BOX.minX }
		const other = liftObject(mirrored(RING_PHOTO), { box })
		expect(other).toHaveLength(lifted.length)
		for (const [x, y] of pointsOf(other)) {
			const away = distance([120 - x, y], MIDDLE)
			expect(Math.min(Math.abs(away - R), Math.abs(away - HOLE))).toBeLessThan(0.7)
		}
	})

	test('an allowance keeps it that far inside', () => {
		const within = liftObject(RING_PHOTO, { box: BOX }, { allowance: 3 })
		for (const p of pointsOf(within)) {
			const away = distance(p, MIDDLE)
			expect(Math.min(Math.abs(away - R + 3), Math.abs(away - HOLE - 3))).toBeLessThan(1)
		}
	})

	test('what is smaller than asked for is dropped', () => {
		expect(liftObject(RING_PHOTO, { box: BOX }, { smallest: 700 })).toHaveLength(1)
	})

	test('by a lasso, as by a box', () => {
		const lasso = Array.from({ length: 24 }, (_, k): Point => {
			const angle = (k * Math.PI) / 12
			return [MIDDLE[0] + 38 * Math.cos(angle), MIDDLE[1] + 38 * Math.sin(angle)]
		})
		expect(liftObject(RING_PHOTO, { lasso })).toHaveLength(2)
	})
})

describe('dabs', () => {
	/** A disc, half of it dark and half of the colour of what is round it but for a rim. */
	const photo = picture(100, 80, (x, y) => {
		const away = Math.hypot(x - 50, y - 40)
		if (away > 26) return 180 + 3 * grain(x, y)
		if (away > 23) return 60
		return (x < 50 ? 60 : 181) + 3 * grain(x, y)
	})
	const box = { minX: 20, minY: 10, maxX: 80, maxY: 70 }
	const dab = (x: number, y: number) => ({ points: Float64Array.of(x, y), radius: 5 })
	const at = (hint: LiftHint, p: Point) => lies(liftObject(photo, { box, ...hint }), p)

	test('what belongs to it is taken, what does not is left, whatever its colour', () => {
		expect(at({}, [62, 40])).toBe(false)
		expect(at({ inside: [dab(62, 40)] }, [62, 40])).toBe(true)
		expect(at({}, [38, 40])).toBe(true)
		expect(at({ outside: [dab(38, 40)] }, [38, 40])).toBe(false)
	})
})

describe('hints that name no object', () => {
	const stroke = (x: number, y: number) => ({ points: Float64Array.of(x, y), radius: 6 })
	const said = (hint: LiftHint, photo: Pixels = RING_PHOTO) => {
		try {
			liftObject(photo, hint)
		} catch (error) {
			expect(error).toBeInstanceOf(NothingToLift)
			return (error as Error).message
		}
		return 'lifted'
	}

	test.each([
		['a box of no size', { box: { minX: 50, minY: 50, maxX: 50, maxY: 90 } }, 'too small'],
		['a box outside', { box: { minX: 150, minY: 20, maxX: 200, maxY: 90 } }, 'outside the photo'],
		['a lasso of one point', { lasso: [[20, 20]] as Point[] }, 'too small'],
		['nothing at all', {}, 'Draw a box'],
		['no numbers', { box: { ...BOX, minX: Number.NaN } }, 'not numbers'],
		['a stroke outside the box', { box: BOX, inside: [stroke(5, 5)] }, 'outside its box'],
		[
			'two strokes that contradict each other',
			{ box: BOX, inside: [stroke(50, 40)], outside: [stroke(51, 40)] },
			'take a stroke back',
		],
		['the whole photo', { box: { minX: 0, minY: 0, maxX: 120, maxY: 110 } }, 'round the object'],
	] as [string, LiftHint, string][])('%s', (_, hint, message) => {
		expect(said(hint)).toContain(message)
	})

	test('a flat photo: nothing stands out', () => {
		expect(
			said(
				{ box: BOX },
				picture(120, 110, () => 120),
			),
		).toContain('stands out')
	})

	test('numbers that are wrong change nothing and crash nothing', () => {
		const far = boxOf([
			[-1e9, -1e9],
			[1e9, 1e9],
		])
		expect(said({ box: far })).toContain('round the object')
	})
})
