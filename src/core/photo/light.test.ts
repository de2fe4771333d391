import { expect, test } from 'vitest'
import { LIGHT, levelOfLight } from './light'

test('every level comes back from its light', () => {
	for (let level = 0; level < 256; level++)
		expect(levelOfLight(LIGHT[level] ?? 0)).toBeCloseTo(level, 3)
})

test('half the light is coded well above half the levels; what no level has is cut off', () => {
	expect(levelOfLight(0.5)).toBeCloseTo(187.5, 0)
	expect(levelOfLight(-1)).toBe(0)
	expect(levelOfLight(2)).toBeCloseTo(255, 9)
})
