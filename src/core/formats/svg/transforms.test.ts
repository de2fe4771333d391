import { describe, expect, test } from 'vitest'
import { applyAffine } from '../../geometry/affine'
import { parseTransform } from './transforms'

const of = (text: string, p: readonly [number, number]) =>
	applyAffine(parseTransform(text), p).map((v) => Math.round(v * 1e6) / 1e6)

describe('transforms', () => {
	test.each([
		['translate(5)', [1, 1], [6, 1]],
		['translate(5,-3)', [1, 1], [6, -2]],
		['scale(2)', [3, 4], [6, 8]],
		['scale(2 0.5)', [3, 4], [6, 2]],
		['rotate(90)', [1, 0], [0, 1]],
		['rotate(180 5 5)', [0, 0], [10, 10]],
		['skewX(45)', [0, 2], [2, 2]],
		['skewY(45)', [2, 0], [2, 2]],
		['matrix(1 2 3 4 5 6)', [1, 1], [9, 12]],
		['translate(10 0) scale(2)', [1, 1], [12, 2]],
		['translate(10 0),scale(2)', [1, 1], [12, 2]],
	] as const)('%s', (text, from, to) => {
		expect(of(text, from)).toEqual(to)
	})

	test('what does not parse to its end is no change, as in browsers', () => {
		expect(of('scale(2) wobble(3) scale(4)', [1, 1])).toEqual([1, 1])
		expect(of('translate(50-20)scale(.5.25)', [4, 4])).toEqual([52, -19])
		expect(of('rotate(1e308)', [0, 0])).toEqual([0, 0])
		expect(of('scale(x)', [1, 1])).toEqual([1, 1])
		expect(applyAffine(parseTransform(undefined), [7, 8])).toEqual([7, 8])
	})
})
