import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { distance, type Point } from '../../geometry/point'
import { cases } from '../../testing/cases'
import { picture } from '../testing/arbitraryPixels'
import { rendered } from '../testing/rendered'
import { edgeField } from './edgeField'
import { snapToEdge } from './snapToEdge'

describe('snapping to an edge', () => {
	test('an upright edge at any part of a pixel is found where it is: pixel (i, j) has its centre at i + ½', () => {
		for (const place of [30, 30.2, 30.35, 30.5, 30.65, 30.8]) {
			const field = edgeField(rendered(60, 40, (x) => x < place))
			const found = snapToEdge(field, [32.5, 20.2])
			expect(Math.abs((found?.at[0] ?? 0) - place)).toBeLessThan(0.06)
			expect(found?.at[1]).toBeCloseTo(20.2, 1)
			// What is lighter lies to the right of the way it goes.
			expect(found?.tangent[1]).toBeCloseTo(-1, 1)
		}
	})

	test('a leaning edge, whatever it leans, blurred or not, dark or light inside', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
				fc.double({ min: -1, max: 1, noNaN: true }),
				fc.constantFrom(0.6, 1, 1.5),
				fc.boolean(),
				(angle, off, blur, dark) => {
					const [nx, ny] = [Math.cos(angle), Math.sin(angle)]
					const away = ([x, y]: Point) => (x - 30) * nx + (y - 30) * ny - off
					const levels = dark ? { inside: 50, outside: 200 } : { inside: 200, outside: 50 }
					const field = edgeField(rendered(60, 60, (x, y) => away([x, y]) < 0, { blur, ...levels }))
					const found = snapToEdge(field, [30 + 2 * nx, 30 + 2 * ny])
					expect(found && Math.abs(away(found.at))).toBeLessThan(0.06)
				},
			),
			{ numRuns: cases(25) },
		)
	})

	test('a disc’s edge nearest to where one asks, from inside and outside', () => {
		const field = edgeField(
			rendered(100, 100, (x, y) => Math.hypot(x - 50.3, y - 49.6) < 30.4, { grain: 3 }),
		)
		for (let k = 0; k < 12; k++) {
			const angle = k / 2
			for (const r of [27, 34]) {
				const at: Point = [50.3 + r * Math.cos(angle), 49.6 + r * Math.sin(angle)]
				const found = snapToEdge(field, at)
				expect(found && Math.abs(distance(found.at, [50.3, 49.6]) - 30.4)).toBeLessThan(0.15)
				expect(found && distance(found.at, at)).toBeLessThan(Math.abs(r - 30.4) + 0.4)
			}
		}
	})

	test('there is none beyond reach, on a flat photo, on one pixel, and at the border', () => {
		const field = edgeField(rendered(60, 40, (x) => x < 30))
		expect(snapToEdge(field, [50, 20])).toBeUndefined()
		expect(snapToEdge(field, [36, 20], { reach: 4 })).toBeUndefined()
		expect(snapToEdge(field, [33, 20], { toward: [40, 20] })).toBeUndefined()
		expect(snapToEdge(field, [-3, -3])).toBeUndefined()
		for (const size of [1, 40])
			expect(snapToEdge(edgeField(picture(size, size, () => 128)), [0.5, 0.5])).toBeUndefined()
	})
})
