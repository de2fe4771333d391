import fc from 'fast-check'
import { expect, test } from 'vitest'
import { nearestOn, pointAt } from '../geometry/cubic'
import { type Point, polar } from '../geometry/point'
import { momentFit } from './momentFit'

test('area and moment give back any curve with a bow', () => {
	const turn = fc.double({ min: 0.2, max: 1.3, noNaN: true })
	const reach = fc.double({ min: 0.2, max: 0.8, noNaN: true })
	fc.assert(
		fc.property(turn, turn, reach, reach, (th0, th1, a, b) => {
			const p: Point = polar(th0, a)
			const [dx, dy] = polar(-th1, b)
			const cubic = [[0, 0], p, [1 - dx, -dy], [1, 0]] as const
			// ∫ y dx and ∫ x y dx by fine trapezia.
			let area = 0
			let moment = 0
			let before = pointAt(cubic, 0)
			for (let i = 1; i <= 4000; i++) {
				const here = pointAt(cubic, i / 4000)
				const step = here[0] - before[0]
				area += ((here[1] + before[1]) / 2) * step
				moment += ((here[0] * here[1] + before[0] * before[1]) / 2) * step
				before = here
			}
			const found = new Float64Array(8)
			const count = momentFit(
				Math.cos(th0),
				Math.sin(th0),
				Math.cos(th1),
				-Math.sin(th1),
				area,
				moment,
				found,
			)
			const errors = Array.from({ length: count }, (_, k) => {
				const [fa, fb] = [found[2 * k] ?? 9, found[2 * k + 1] ?? 9]
				const end = polar(-th1, fb)
				const other = [[0, 0], polar(th0, fa), [1 - end[0], -end[1]], [1, 0]] as const
				const off = (i: number) => nearestOn(cubic, pointAt(other, i / 20)).distance
				return Math.max(...Array.from({ length: 20 }, (_, i) => off(i)))
			})
			expect(Math.min(...errors)).toBeLessThan(0.006)
		}),
		{ numRuns: 200 },
	)
})
