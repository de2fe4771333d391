import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import type { Affine } from '../geometry/affine'
import type { Point } from '../geometry/point'
import { deviation } from '../measure/deviation'
import type { Contour } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { transformContour } from '../path/pieces'
import { fitPolyline } from './fitPolyline'
import { madeSymmetric, mirrorLine } from './leaning'
import { outlineTrail } from './outlineTrail'

/** A leaf about an upright line, its tip above. */
const LEAF =
	'M200 40C260 100 300 180 260 250C240 285 215 300 200 330C185 300 160 285 140 250C100 180 140 100 200 40Z'
const outline = (d: string) => parsePathData(d)[0] as Contour
const turnedBy = (degrees: number): Affine => {
	const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
	return [c, s, -s, c, 300, 100]
}
const pointsOf = (contour: Contour, step = 1) => outlineTrail(contour, step).points

/** How far the mirror image of any node lies from the nearest node, about a line through a place. */
function leftOver({ nodes }: Contour, turn: number): number {
	const [dx, dy] = [-Math.sin(turn), Math.cos(turn)]
	const cx = nodes.reduce((sum, { at }) => sum + at[0], 0) / nodes.length
	const cy = nodes.reduce((sum, { at }) => sum + at[1], 0) / nodes.length
	const image = ([x, y]: Point): Point => {
		const along = (x - cx) * dx + (y - cy) * dy
		return [2 * (cx + along * dx) - x, 2 * (cy + along * dy) - y]
	}
	return Math.max(
		...nodes.map(({ at }) => {
			const [x, y] = image(at)
			return Math.min(...nodes.map((other) => Math.hypot(other.at[0] - x, other.at[1] - y)))
		}),
	)
}

describe('the line something is symmetric about', () => {
	test('is found however it leans, to a twentieth of a degree', () => {
		for (const degrees of [0, 7, 31, 60, 89.5, 120, 171]) {
			const found = mirrorLine(pointsOf(transformContour(outline(LEAF), turnedBy(degrees))))
			const off = Math.abs(((found?.turn ?? 0) * 180) / Math.PI - degrees)
			expect(Math.min(off, 180 - off)).toBeLessThan(0.05)
			expect(found?.off).toBeLessThan(0.6)
		}
	})

	test('what is symmetric about no line is far from it', () => {
		const lopsided = outline('M0 0C80 -40 200 20 240 120C120 90 60 200 30 150Z')
		expect(mirrorLine(pointsOf(lopsided))?.off).toBeGreaterThan(5)
	})
})

describe('fitting what leans', () => {
	test('leaning points that jitter give an outline of mirrored nodes, no more than upright ones do', () => {
		const noise = (k: number) => 0.2 * Math.sin(k * 12.9898) * Math.cos(k * 78.233)
		const jittered = (contour: Contour) => pointsOf(contour).map((v, k) => v + noise(k))
		const upright = fitPolyline(jittered(outline(LEAF)), { closed: true, tolerance: 1 })
		for (const degrees of [23, 48, 140]) {
			const points = jittered(transformContour(outline(LEAF), turnedBy(degrees)))
			const fitted = fitPolyline(points, { closed: true, tolerance: 1, leaning: true })
			expect(fitted.nodes.length).toBeLessThanOrEqual(upright.nodes.length + 1)
			expect(leftOver(fitted, (degrees * Math.PI) / 180)).toBeLessThan(0.4)
			expect(
				deviation([fitted], [transformContour(outline(LEAF), turnedBy(degrees))]).max,
			).toBeLessThan(1.6)
		}
	})

	test('without the wish nodes are where outermost points are, as ever', () => {
		const points = pointsOf(transformContour(outline(LEAF), turnedBy(30)))
		const plain = fitPolyline(points, { closed: true, tolerance: 1 })
		expect(leftOver(plain, Math.PI / 6)).toBeGreaterThan(3)
	})
})

describe('made symmetric', () => {
	test('a law: a leaf drawn a little off is made wholly symmetric within the tolerance, whichever way it leans', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0, max: 180, noNaN: true }),
				fc.array(fc.double({ min: -0.5, max: 0.5, noNaN: true }), { minLength: 36, maxLength: 36 }),
				(degrees, shifts) => {
					const leaf = transformContour(outline(LEAF), turnedBy(degrees))
					const off = (p: Point | undefined, k: number) =>
						p && ([p[0] + (shifts[k % 36] ?? 0), p[1] + (shifts[(k + 5) % 36] ?? 0)] as const)
					const rough: Contour = {
						...leaf,
						nodes: leaf.nodes.map((node, k) => {
							const into = off(node.in, 3 * k + 1)
							const out = off(node.out, 3 * k + 2)
							return {
								...node,
								kind: 'cusp' as const,
								at: off(node.at, 3 * k) ?? node.at,
								...(into && { in: into }),
								...(out && { out }),
							}
						}),
					}
					const made = madeSymmetric(rough, { tolerance: 1.5 })
					if (!('contour' in made)) throw new Error(`It is ${made.off} px off.`)
					expect(made.contour.id).toBe(rough.id)
					expect(made.deviation.max).toBeLessThanOrEqual(1.5)
					expect(leftOver(made.contour, made.turn)).toBeLessThan(1e-6)
				},
			),
			{ numRuns: 12 },
		)
	})

	test('a letter that leans to the right is symmetric as it would be upright', () => {
		const slant = 14
		const k = Math.tan((slant * Math.PI) / 180)
		const leaning = transformContour(outline(LEAF), [1, 0, -k, 1, 0, 0])
		const made = madeSymmetric(leaning, { tolerance: 0.8, slant })
		if (!('contour' in made)) throw new Error('It is not symmetric.')
		const unsheared = transformContour(made.contour, [1, 0, k, 1, 0, 0])
		expect(leftOver(unsheared, 0)).toBeLessThan(1e-6)
		expect('contour' in madeSymmetric(leaning, { tolerance: 0.8 })).toBe(false)
	})

	test('what is not symmetric says how far it is from it', () => {
		const lopsided = outline('M0 0C80 -40 200 20 240 120C120 90 60 200 30 150Z')
		const made = madeSymmetric(lopsided, { tolerance: 1 })
		expect(made).toEqual({ off: expect.any(Number) })
		expect('off' in made && made.off).toBeGreaterThan(5)
		expect(madeSymmetric(outline('M0 0L50 50'), { tolerance: 1 })).toMatchObject({
			off: Number.POSITIVE_INFINITY,
		})
	})

	test('an opening that is a square stays of four corners', () => {
		const square = outline('M10 10H110V110H10Z')
		const made = madeSymmetric(square, { tolerance: 0.5 })
		expect('contour' in made && made.contour.nodes.map(({ kind }) => kind)).toEqual([
			'corner',
			'corner',
			'corner',
			'corner',
		])
	})
})
