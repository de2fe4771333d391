import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
	arcWire,
	bentTube,
	capsule,
	frustum,
	type Joint,
	ring,
	roundBox,
	roundRect,
	smoothJoints,
	sphere,
} from './distance.ts'
import { fractal, hash, noise } from './noise.ts'
import { scenes } from './scenes.ts'

const place = fc.tuple(
	fc.double({ min: -3, max: 3, noNaN: true }),
	fc.double({ min: -3, max: 3, noNaN: true }),
	fc.double({ min: -3, max: 3, noNaN: true }),
)
type Solid = (x: number, y: number, z: number) => number
const JOINTS: readonly Joint[] = [
	[0, 0, 0, 0.3],
	[1, 0.5, 0, 0.2],
	[1.4, 1.4, 0.2, 0.1],
]
const SOLIDS: [string, Solid][] = [
	['a ball', (x, y, z) => sphere(x, y, z, 1)],
	['a box', (x, y, z) => roundBox(x, y, z, 1, 0.5, 0.7, 0.1)],
	['a rod', (x, y, z) => capsule(x, y, z, -1, 0, 0, 1, 0.5, 0.3, 0.2)],
	['a ring', (x, y, z) => ring(x, y, z, 1, 0.1)],
	['a bent wire', (x, y, z) => arcWire(x, y, z, 1, 0.8, 0.1)],
	['a turned frustum', (x, y, z) => frustum(Math.hypot(x, z), y, 0.5, 1, 0.4)],
	['a turned plate', (x, y, z) => roundRect(Math.hypot(x, z), y, 1, 0.2, 0.05)],
	['a tube', bentTube(JOINTS, 0)],
	['an eased tube', bentTube(JOINTS, 0.1)],
]

describe('distances', () => {
	test.each(SOLIDS)('%s: no step of the march may leap over a surface', (_, solid) => {
		fc.assert(
			fc.property(place, place, (a, b) => {
				const apart = Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])
				// A tube's answer from afar is a bound, so only what is near may be compared.
				const [da, db] = [solid(...a), solid(...b)]
				if (Math.max(da, db) < 0.3)
					expect(Math.abs(da - db)).toBeLessThanOrEqual(apart * 1.001 + 1e-9)
				if (db <= 0) expect(da).toBeLessThanOrEqual(apart * 1.001 + 1e-9)
			}),
			{ numRuns: 400 },
		)
	})

	test('a tube goes through its joints', () => {
		const tube = bentTube(JOINTS, 0)
		for (const [x, y, z, radius] of JOINTS)
			expect(tube(x, y, z)).toBeLessThanOrEqual(-radius + 1e-9)
	})

	test('a smoothed run keeps its own joints', () => {
		const smooth = smoothJoints(JOINTS, 4)
		expect(smooth).toHaveLength(9)
		expect(smooth[0]).toEqual(JOINTS[0])
		expect(smooth[8]).toEqual(JOINTS[2])
	})
})

describe('every scene', () => {
	test.each(Object.entries(scenes))(
		'%s: the subject lies within its bounding sphere',
		(_, { subject }) => {
			const [cx, cy, cz] = subject.bounds.centre
			fc.assert(
				fc.property(place, ([dx, dy, dz]) => {
					const n = Math.hypot(dx, dy, dz)
					fc.pre(n > 1e-3)
					const k = (subject.bounds.radius * 1.001) / n
					expect(subject.distance(cx + dx * k, cy + dy * k, cz + dz * k)).toBeGreaterThan(0)
				}),
				{ numRuns: 300 },
			)
		},
	)
})

describe('noise', () => {
	test('is the same everywhere, for ever', () => {
		expect(hash(3, 7)).toBe(0.5635856930166483)
		expect(hash(-5, 11, 2)).toBe(0.5967252363916487)
		expect(noise(1, 2, 3)).toBe(hash(1, 2, 3))
	})

	test('stays in [0, 1] and takes no leaps', () => {
		fc.assert(
			fc.property(place, ([x, y, z]) => {
				const v = fractal(x, y, z, 4)
				expect(v).toBeGreaterThanOrEqual(0)
				expect(v).toBeLessThanOrEqual(1)
				expect(Math.abs(noise(x + 1e-4, y, z) - noise(x, y, z))).toBeLessThan(1e-3)
			}),
		)
	})
})
