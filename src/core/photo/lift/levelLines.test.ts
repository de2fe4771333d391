import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { distance } from '../../geometry/point'
import { ringWinding, signedArea } from '../../geometry/polygon'
import { levelLines } from './levelLines'

describe('lines along which a cover is a half', () => {
	test('of a disc lie on its edge to a tenth of a px', () => {
		const [width, height] = [40, 36]
		const cover = Float32Array.from({ length: width * height }, (_, k) => {
			const [x, y] = [(k % width) + 0.5, Math.floor(k / width) + 0.5]
			return Math.max(0, Math.min(1, 0.5 + (12 - Math.hypot(x - 19.3, y - 17.8))))
		})
		const [line, ...others] = levelLines(cover, width, height)
		expect(others).toEqual([])
		for (const p of line ?? []) expect(Math.abs(distance(p, [19.3, 17.8]) - 12)).toBeLessThan(0.1)
	})

	test('go round every covered pixel, clockwise, and round no other', () => {
		const covers = fc
			.tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 }))
			.chain(([width, height]) =>
				fc.record({
					width: fc.constant(width),
					height: fc.constant(height),
					on: fc.array(fc.boolean(), { minLength: width * height, maxLength: width * height }),
				}),
			)
		fc.assert(
			fc.property(covers, ({ width, height, on }) => {
				const lines = levelLines(Float32Array.from(on, Number), width, height)
				for (const [k, covered] of on.entries()) {
					const p = [(k % width) + 0.5, Math.floor(k / width) + 0.5] as const
					const windings = lines.reduce((sum, line) => sum + ringWinding(line, p), 0)
					expect(Math.abs(windings)).toBe(covered ? 1 : 0)
				}
				const area = lines.reduce((sum, line) => sum + signedArea(line), 0)
				expect(area).toBeGreaterThanOrEqual(on.some(Boolean) ? 0.4 : 0)
			}),
		)
	})

	test('a picture that is covered all over is gone round along its border', () => {
		const [line] = levelLines(new Float32Array(12).fill(1), 4, 3)
		expect(signedArea(line ?? [])).toBeCloseTo(12 - 0.5)
	})
})
