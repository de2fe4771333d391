import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { type Affine, applyAffine, invertAffine } from '../geometry/affine'
import type { Point } from '../geometry/point'
import { drawnFrom, endsOf, gradientAcross, reversed, withStop } from './gradientEdits'
import { type Gradient, standIn, transformPaint, transformStroke } from './gradients'
import { anyPoint } from './testing/arbitrary'

const STOPS = [
	{ at: 0, colour: '#102030' },
	{ at: 1, colour: '#f0e0d0' },
] as const
const BOX = { minX: 10, minY: 20, maxX: 110, maxY: 60 }

/** How far along its way a gradient is at a place, as SVG has it. */
function shareAt(gradient: Gradient, [x, y]: Point): number {
	if (gradient.kind === 'linear') {
		const [[ax, ay], [bx, by]] = [gradient.from, gradient.to]
		const [wx, wy] = [bx - ax, by - ay]
		return ((x - ax) * wx + (y - ay) * wy) / (wx * wx + wy * wy)
	}
	const { centre, along, across } = gradient
	const [cx, cy] = centre
	const back = invertAffine([along[0] - cx, along[1] - cy, across[0] - cx, across[1] - cy, cx, cy])
	return back ? Math.hypot(...applyAffine(back, [x, y])) : Number.NaN
}

const part = fc.double({ min: -2, max: 2, noNaN: true })
const anyMap: fc.Arbitrary<Affine> = fc
	.tuple(part, part, part, part, part, part)
	.filter(([a, b, c, d]) => Math.abs(a * d - b * c) > 0.05)

describe('a gradient under a map', () => {
	test.each(['linear', 'radial'] as const)(
		'%s: each place keeps its colour (random maps)',
		(kind) => {
			const gradient = gradientAcross(kind, BOX, STOPS)
			fc.assert(
				fc.property(anyMap, anyPoint, (map, p) => {
					const moved = transformPaint(gradient, map) as Gradient
					expect(shareAt(moved, applyAffine(map, p))).toBeCloseTo(shareAt(gradient, p), 6)
				}),
			)
		},
	)

	test('a stroke’s width and dashes grow with it', () => {
		const stroke = { paint: { kind: 'none' }, width: 2, dashes: [4, 1], dashOffset: 3 } as const
		expect(transformStroke(stroke, [3, 0, 0, 3, 0, 0], 3)).toMatchObject({
			width: 6,
			dashes: [12, 3],
			dashOffset: 9,
		})
	})
})

describe('a gradient as one edits it', () => {
	test('goes across a box, and through the points that it is drawn between', () => {
		expect(endsOf(gradientAcross('linear', BOX, STOPS))).toEqual([
			[10, 40],
			[110, 40],
		])
		for (const kind of ['linear', 'radial'] as const) {
			const drawn = drawnFrom(gradientAcross(kind, BOX, STOPS), [5, 5], [45, 35])
			expect(endsOf(drawn)).toEqual([
				[5, 5],
				[45, 35],
			])
			expect(shareAt(drawn, [45, 35])).toBeCloseTo(1, 9)
		}
	})

	test('an ellipse keeps how flat it is when it is drawn anew', () => {
		const flat = transformPaint(gradientAcross('radial', BOX, STOPS), [1, 0, 0, 0.5, 0, 0])
		const drawn = drawnFrom(flat as Gradient, [0, 0], [0, 40])
		expect(shareAt(drawn, [20, 0])).toBeCloseTo(1, 9)
	})

	test('reversed twice it is as before; a new stop has the colour that was there', () => {
		const gradient = gradientAcross('linear', BOX, STOPS)
		expect(reversed(reversed(gradient))).toEqual(gradient)
		expect(reversed(gradient).stops.map(({ colour }) => colour)).toEqual(['#f0e0d0', '#102030'])
		expect(withStop(gradient)?.stops).toEqual([STOPS[0], { at: 0.5, colour: '#808080' }, STOPS[1]])
		expect(withStop({ ...gradient, stops: [STOPS[0]] })).toBeNull()
	})

	test('has one colour that stands for it', () => {
		expect(standIn(gradientAcross('radial', BOX, STOPS))).toEqual({ colour: '#808080', alpha: 1 })
		expect(standIn({ kind: 'none' })).toBeNull()
		expect(standIn({ kind: 'solid', colour: '#010203', alpha: 0.5 })?.alpha).toBe(0.5)
	})
})
