import fc from 'fast-check'
import { expect, test } from 'vitest'
import { ringWinding } from '../geometry/polygon'
import type { Contour } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { insideOf } from './inside'

const GRID = { left: -3, top: 2, factor: 1.5, width: 20, height: 16 }
const point = fc.tuple(
	fc.double({ min: -8, max: 32, noNaN: true }),
	fc.double({ min: -4, max: 30, noNaN: true }),
)

test('a pixel is inside if its middle is, under either rule (random polygons)', () => {
	fc.assert(
		fc.property(fc.array(point, { minLength: 3, maxLength: 9 }), (ring) => {
			const nodes = ring.map((at, n) => ({ id: `n${n}`, at, kind: 'corner' as const }))
			const contours: Contour[] = [{ id: 'c', nodes, closed: true }]
			const [wound, odd] = [insideOf(contours, GRID, 'nonzero'), insideOf(contours, GRID)]
			for (let k = 0; k < wound.length; k++) {
				const x = GRID.left + ((k % GRID.width) + 0.5) * GRID.factor
				const y = GRID.top + (Math.floor(k / GRID.width) + 0.5) * GRID.factor
				const winding = ringWinding(ring, [x, y])
				expect(wound[k]).toBe(winding === 0 ? 0 : 1)
				expect(odd[k]).toBe(Math.abs(winding) % 2)
			}
		}),
	)
})

test('openings are left out', () => {
	const frame = parsePathData('M0 2H20V22H0ZM5 7H15V17H5Z')
	const inside = insideOf(frame, { left: 0, top: 0, factor: 1, width: 24, height: 24 })
	expect(inside.reduce((sum, own) => sum + own, 0)).toBe(400 - 100)
})
