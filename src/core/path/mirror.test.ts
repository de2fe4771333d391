import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { applyAffine, composeAffine } from '../geometry/affine'
import { distance } from '../geometry/point'
import { signedArea } from '../geometry/polygon'
import { flattenContour } from './contour'
import { reflection, setMirror, weldMirror } from './mirror'
import { parsePathData } from './parsePathData'
import { contoursOf } from './testing/anyEdit'
import { anyPoint, sheetOf } from './testing/arbitrary'

const UPRIGHT = { from: [100, 0], to: [100, 50] } as const

describe('the mirror line', () => {
	test('reflecting twice is nothing, and points of the line stay', () => {
		fc.assert(
			fc.property(anyPoint, anyPoint, anyPoint, (from, to, p) => {
				fc.pre(distance(from, to) > 1)
				const map = reflection({ from, to })
				expect(distance(applyAffine(composeAffine(map, map), p), p)).toBeLessThan(1e-6)
				expect(distance(applyAffine(map, from), from)).toBeLessThan(1e-6)
			}),
		)
	})

	test('is set and taken away; one of no length is none', () => {
		const sheet = sheetOf()
		expect(setMirror(sheet, UPRIGHT).mirror).toEqual(UPRIGHT)
		expect(setMirror(setMirror(sheet, UPRIGHT), undefined)).toEqual(sheet)
		expect(setMirror(sheet, { from: [1, 1], to: [1, 1] }).mirror).toBeUndefined()
	})
})

describe('accepting the other side', () => {
	const welded = (d: string) => {
		const sheet = sheetOf(...parsePathData(d))
		return contoursOf(weldMirror(sheet, sheet.pieces[0]!.id, UPRIGHT, 5))
	}

	test('half an outline with both ends on the line becomes a whole one, exactly symmetric', () => {
		const [heart] = welded('M98 0C60 -40 0 0 20 60L101 140')
		expect(heart!.closed).toBe(true)
		expect(heart!.nodes).toHaveLength(4)
		expect(heart!.nodes[0]!.at).toEqual([100, 0])
		const map = reflection(UPRIGHT)
		for (const node of heart!.nodes) {
			const image = applyAffine(map, node.at)
			expect(Math.min(...heart!.nodes.map((n) => distance(n.at, image)))).toBeLessThan(1e-9)
		}
		const half = Math.abs(
			signedArea(flattenContour(parsePathData('M100 0C62 -40 0 0 20 60L100 140Z')[0]!)),
		)
		expect(Math.abs(signedArea(flattenContour(heart!)))).toBeCloseTo(2 * half, 0)
	})

	test('a handle square to the line makes the seam smooth', () => {
		const [arch] = welded('M0 100C0 40 40 0 100 0')
		expect(arch!.closed).toBe(false)
		expect(arch!.nodes).toHaveLength(3)
		expect(arch!.nodes[1]).toMatchObject({
			at: [100, 0],
			in: [40, 0],
			out: [160, 0],
			kind: 'symmetric',
		})
	})

	test('an end at the beginning is welded too; what touches the line nowhere gets a twin', () => {
		const [arch] = welded('M100 0C40 0 0 40 0 100')
		expect(arch!.nodes.map((n) => n.at[0])).toEqual([0, 100, 200])
		const twins = welded('M0 0L10 0L10 10Z')
		expect(twins.map((c) => c.nodes.map((n) => n.at[0]))).toEqual([
			[0, 10, 10],
			[200, 190, 190],
		])
	})
})
