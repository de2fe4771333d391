import { expect, test } from 'vitest'
import { at, byteAt, intAt, item } from './numbers'

test('a place within is what stands there, zero and all', () => {
	expect(at(new Float64Array([0, 2.5]), 0)).toBe(0)
	expect(intAt(new Int32Array([7, -3]), 1)).toBe(-3)
	expect(byteAt(new Uint8ClampedArray([0, 255]), 1)).toBe(255)
	expect(item(['a', 'b'], 1)).toBe('b')
})

test.each([-1, 2, 0.5, Number.NaN])('a place without is an error, never a nought: %d', (i) => {
	expect(() => at(new Float64Array(2), i)).toThrow(RangeError)
	expect(() => byteAt(new Uint8Array(2), i)).toThrow(RangeError)
	expect(() => item([1, 2], i)).toThrow(RangeError)
})
