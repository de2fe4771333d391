import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { anyPoint } from '../path/testing/arbitrary'
import { cases } from '../testing/cases'
import { type Cubic, lineCubic, pointAt } from './cubic'
import { nearestOn } from './nearest'
import { distance, type Point } from './point'

const anyCubic: fc.Arbitrary<Cubic> = fc.tuple(anyPoint, anyPoint, anyPoint, anyPoint)
const inner = fc.double({ min: 0.01, max: 0.99, noNaN: true })

/** Curves that turn sharply on a short stretch: hooks, loops and all but cusps. */
const hooked: fc.Arbitrary<Cubic> = fc
	.tuple(
		anyPoint,
		fc.double({ min: -60, max: 60, noNaN: true }),
		fc.double({ min: 0.5, max: 900, noNaN: true }),
	)
	.map(([[x, y], sideways, reach]) => [
		[x, y],
		[x + reach, y + sideways],
		[x - reach, y + sideways * 1.3],
		[x + 3, y + 2],
	])

/** The least distance by brute force: every dip of a fine sampling, narrowed by thirds. */
function searched(c: Cubic, p: Point): number {
	const away = (t: number) => distance(pointAt(c, t), p)
	const n = 6000
	const samples = Array.from({ length: n + 1 }, (_, i) => away(i / n))
	let best = Math.min(...samples)
	for (let i = 1; i < n; i++) {
		if (samples[i]! > samples[i - 1]! || samples[i]! > samples[i + 1]!) continue
		let [low, high] = [(i - 1) / n, (i + 1) / n]
		for (let k = 0; k < 60; k++) {
			const [a, b] = [low + (high - low) / 3, high - (high - low) / 3]
			if (away(a) < away(b)) high = b
			else low = a
		}
		best = Math.min(best, away((low + high) / 2))
	}
	return best
}

describe('nearest point', () => {
	test('a point of the curve is its own nearest', () => {
		fc.assert(
			fc.property(fc.oneof(anyCubic, hooked), inner, (c, t) => {
				expect(nearestOn(c, pointAt(c, t)).distance).toBeLessThan(1e-6)
			}),
		)
	})

	test('nothing on the curve is nearer by a millionth of a px, on hooks and loops too', () => {
		fc.assert(
			fc.property(fc.oneof(anyCubic, hooked), anyPoint, inner, fc.boolean(), (c, far, t, near) => {
				const [x, y] = pointAt(c, t)
				const p: Point = near ? [x + far[0] / 50, y + far[1] / 50] : far
				const found = nearestOn(c, p)
				expect(found.distance).toBeLessThanOrEqual(searched(c, p) + 1e-6)
				expect(distance(pointAt(c, found.t), p)).toBe(found.distance)
			}),
			{ numRuns: cases(50) },
		)
	})

	test('a hook between two samples of a coarse search is not missed', () => {
		const hook: Cubic = [
			[0, 0],
			[900, 40],
			[-900, 45],
			[3, 2],
		]
		for (let i = 0; i <= 100; i++) {
			const [x, y] = pointAt(hook, 0.45 + i / 1000)
			for (const by of [0.05, 0.4, 3]) {
				const p: Point = [x + by, y - by]
				expect(nearestOn(hook, p).distance).toBeLessThanOrEqual(searched(hook, p) + 1e-6)
			}
		}
	})

	test('where the curve is halved, and where it begins or ends without a handle, it is not missed', () => {
		const corner: Point = [-498.00305161625147, -499.5934506878257]
		const curve: Cubic = [[-500, -500], [-500.15612673824796, -499.6317277615621], corner, corner]
		for (let i = 0; i <= 64; i++) {
			const p = pointAt(curve, i / 64)
			expect(nearestOn(curve, p).distance).toBeLessThan(1e-9)
			expect(nearestOn([...curve].reverse() as unknown as Cubic, p).distance).toBeLessThan(1e-9)
		}
		// One root where the curve is halved, and others on either side.
		const wave: Cubic = [
			[0, -8],
			[0, 40],
			[0, -40],
			[0, 8],
		]
		expect(nearestOn(wave, [3, 0])).toMatchObject({ distance: 3 })
	})

	test('beyond an end, the end is nearest', () => {
		const found = nearestOn(lineCubic([0, 0], [10, 0]), [15, 3])
		expect(found.t).toBe(1)
		expect(found.point).toEqual([10, 0])
	})

	test('a curve that is one point, and numbers that are none, come to an end', () => {
		const p: Point = [4, 5]
		expect(nearestOn([p, p, p, p], [4, 8]).distance).toBe(3)
		const at: Point = [1e300, 1e-300]
		nearestOn([at, [Number.NaN, 0], [Number.POSITIVE_INFINITY, 2], p], [0, 0])
	})
})
