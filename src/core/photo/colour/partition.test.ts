import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { signedArea } from '../../geometry/polygon'
import { flattenContour } from '../../path/contour'
import type { Contour } from '../../path/model'
import { cases } from '../../testing/cases'
import { insideOf } from '../inside'
import { partition } from './partition'

const areaOf = (contours: readonly Contour[]) =>
	contours.reduce((sum, one) => sum + signedArea(flattenContour(one, 0.01)), 0)

describe('a partition', () => {
	test('its outlines turn one way round parts and the other round openings, and fill all (random areas)', () => {
		const labels = fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 48, maxLength: 48 })
		fc.assert(
			fc.property(labels, (list) => {
				const all = [...partition(Uint8Array.from(list), 8, 6, 0.05).values()]
				const whole = all.reduce((sum, contours) => sum + Math.abs(areaOf(contours)), 0)
				// The picture's four corners are cut, by an eighth of a pixel each, where no boundary ends there.
				expect(whole).toBeLessThan(48.000001)
				expect(whole).toBeGreaterThan(47.499999)
				for (const contours of all)
					for (const { nodes, closed } of contours) {
						expect(closed).toBe(true)
						expect(new Set(nodes.map(({ id }) => id)).size).toBe(nodes.length)
					}
			}),
			{ numRuns: cases(10) },
		)
	})

	test('large areas cover their own pixels, and share their boundaries to the last bit', () => {
		const [width, height] = [60, 50]
		const labels = Uint8Array.from({ length: width * height }, (_, k) => {
			const [x, y] = [k % width, Math.floor(k / width)]
			if (Math.hypot(x - 40, y - 20) < 9) return 2
			return x + 4 * Math.sin(y / 8) < 25 ? 0 : 1
		})
		const parts = partition(labels, width, height, 1)
		const grid = { left: 0, top: 0, factor: 1, width, height }
		let astray = 0
		for (const [label, contours] of parts)
			for (const [k, own] of insideOf(contours, grid).entries())
				if ((own === 1) !== (labels[k] === label)) astray++
		expect(astray / labels.length).toBeLessThan(0.02)
		// The disc is an opening of what is round it, by the same curve.
		const disc = parts
			.get(2)?.[0]
			?.nodes.map(({ at }) => at.join(' '))
			.sort()
		const round = parts.get(1)?.map(({ nodes }) => nodes.map(({ at }) => at.join(' ')).sort())
		expect(round).toContainEqual(disc)
		expect(disc?.length).toBeLessThan(14)
	})
})
