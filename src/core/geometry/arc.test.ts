import fc from 'fast-check'
import { expect, test } from 'vitest'
import { cases } from '../testing/cases'
import { arcToCubics } from './arc'
import { pointAt } from './cubic'
import { distance, length } from './point'

test('arcs follow their circle within 0.06 px, at any size, and turn back only at nodes', () => {
	fc.assert(
		fc.property(
			fc.double({ min: 0.5, max: 5000, noNaN: true }),
			fc.double({ min: 0.05, max: 6.2, noNaN: true }),
			fc.boolean(),
			(r, turn, sweep) => {
				const way = sweep ? turn : -turn
				const to = [r * Math.cos(way), r * Math.sin(way)] as const
				const cubics = arcToCubics([r, 0], to, {
					rx: r,
					ry: r,
					rotation: 0,
					large: turn > Math.PI,
					sweep,
				})
				for (const c of cubics)
					for (let i = 0; i <= 16; i++)
						expect(Math.abs(length(pointAt(c, i / 16)) - r)).toBeLessThan(0.0601)
				// Within a right angle there is nothing to be outermost between the nodes.
				for (const [a, , , b] of cubics)
					expect(a[0] * b[0] > -1e-2 * r * r && a[1] * b[1] > -1e-2 * r * r).toBe(true)
				expect(cubics.at(-1)?.[3]).toEqual(to)
			},
		),
		{ numRuns: cases(60) },
	)
})

test('the sweep flag chooses the side, the large flag the longer way', () => {
	const over = arcToCubics([0, 0], [20, 0], {
		rx: 10,
		ry: 10,
		rotation: 0,
		large: false,
		sweep: true,
	})
	expect(
		Math.min(...over.flatMap((c) => [0.25, 0.5, 0.75, 1].map((t) => pointAt(c, t)[1]))),
	).toBeCloseTo(-10, 3)
	const far = arcToCubics([0, 0], [10, 0], {
		rx: 10,
		ry: 10,
		rotation: 0,
		large: true,
		sweep: false,
	})
	expect(
		Math.max(...far.flatMap((c) => [0.25, 0.5, 0.75].map((t) => pointAt(c, t)[1]))),
	).toBeGreaterThan(15)
})

test('radii too small are scaled up until they reach; none gives a line', () => {
	const [first] = arcToCubics([0, 0], [100, 0], {
		rx: 1,
		ry: 1,
		rotation: 30,
		large: false,
		sweep: true,
	})
	expect(distance(first?.[0] ?? [9, 9], [0, 0])).toBe(0)
	expect(
		arcToCubics([0, 0], [5, 5], { rx: 0, ry: 3, rotation: 0, large: false, sweep: true }),
	).toHaveLength(1)
	expect(
		arcToCubics([5, 5], [5, 5], { rx: 2, ry: 3, rotation: 0, large: true, sweep: true }),
	).toEqual([])
})
