import { expect, test } from 'vitest'
import { grain } from '../testing/arbitraryPixels'
import { likeliest, logDensity, mixtureOf } from './mixture'

/** Colours about some middles, in turn. */
function colours(middles: readonly (readonly [number, number, number])[], count: number) {
	return Float32Array.from({ length: 3 * count }, (_, n) => {
		const k = Math.floor(n / 3)
		return (middles[k % middles.length]?.[n % 3] ?? 0) + 2 * grain(k, n)
	})
}

test('colours about three middles are told apart, and are likelier than any in between', () => {
	const middles = [
		[20, 0, 0],
		[70, 10, -20],
		[50, -30, 30],
	] as const
	const seen = colours(middles, 900)
	const mixture = mixtureOf(seen)
	const parts = Float32Array.from(middles.flat())
	const own = [0, 3, 6].map((k) => likeliest(mixture, parts, k))
	expect(new Set(own).size).toBe(3)
	const between = Float32Array.of(45, 5, -10)
	for (const k of [0, 3, 6])
		expect(logDensity(mixture, parts, k)).toBeGreaterThan(logDensity(mixture, between, 0) + 3)
})

test('one colour alone is a mixture too; what is far from all is not impossible', () => {
	const mixture = mixtureOf(new Float32Array(30).fill(40))
	expect(logDensity(mixture, Float32Array.of(40, 40, 40), 0)).toBeGreaterThan(-5)
	const far = logDensity(mixture, Float32Array.of(0, -90, 90), 0)
	expect(far).toBeLessThan(-10)
	expect(Number.isFinite(far)).toBe(true)
})
