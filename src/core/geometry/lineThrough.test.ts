import fc from 'fast-check'
import { expect, test } from 'vitest'
import { lineThrough, meeting, offLine, ontoLine } from './lineThrough'
import { distance, type Point } from './point'

const number = fc.double({ min: -100, max: 100, noNaN: true })
const angle = fc.double({ min: 0, max: 3.1, noNaN: true })

test('points on a line give it back; what is put onto it lies on it, as far off as it was', () => {
	fc.assert(
		fc.property(number, number, angle, number, number, (x, y, turn, u, v) => {
			const [c, s] = [Math.cos(turn), Math.sin(turn)]
			const points = [-9, -2, 1, 5, 30].map((t): Point => [x + t * c, y + t * s])
			const line = lineThrough(points)
			for (const p of points) expect(Math.abs(offLine(line, p))).toBeLessThan(1e-6)
			const on = ontoLine(line, [u, v])
			expect(Math.abs(offLine(line, on))).toBeLessThan(1e-6)
			expect(distance(on, [u, v])).toBeCloseTo(Math.abs(offLine(line, [u, v])), 6)
		}),
	)
})

test('two lines meet on both of them; those that all but run beside each other do not', () => {
	fc.assert(
		fc.property(number, number, angle, angle, (x, y, one, other) => {
			const a = { at: [x, y] as Point, along: [Math.cos(one), Math.sin(one)] as Point }
			const b = { at: [y, x] as Point, along: [Math.cos(other), Math.sin(other)] as Point }
			const corner = meeting(a, b, 0.1)
			expect(corner === null).toBe(Math.abs(Math.sin(other - one)) < 0.1)
			if (!corner) return
			expect(Math.abs(offLine(a, corner))).toBeLessThan(1e-6)
			expect(Math.abs(offLine(b, corner))).toBeLessThan(1e-6)
		}),
	)
})
