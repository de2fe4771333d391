import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import {
	contrastRatio,
	darkCasing,
	darkCasingOf,
	LIGHT_CASING,
	luminanceOfHex,
	luminancesBeneath,
} from './casing'
import { picture } from './testing/arbitraryPixels'

const hex = fc
	.tuple(fc.nat(255), fc.nat(255), fc.nat(255))
	.map((rgb) => `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`)

describe('a line’s casing', () => {
	test('black and white are 21 apart, and a colour is not told from itself', () => {
		expect(contrastRatio(luminanceOfHex('#000000'), luminanceOfHex('#ffffff'))).toBeCloseTo(21, 6)
		expect(contrastRatio(luminanceOfHex('#0e7466'), luminanceOfHex('#0e7466'))).toBe(1)
	})

	test('whatever lies beneath, the line or its casing is told from it by 3 : 1', () => {
		fc.assert(
			fc.property(hex, hex, (colour, ground) => {
				const beneath = luminanceOfHex(ground)
				const dark = darkCasing(Float32Array.of(beneath), colour)
				const casing = dark?.[0] === 1 ? luminanceOfHex(darkCasingOf(colour)) : LIGHT_CASING
				const seen = Math.max(
					contrastRatio(luminanceOfHex(colour), beneath),
					contrastRatio(casing, beneath),
				)
				expect(seen).toBeGreaterThanOrEqual(3)
			}),
			{ numRuns: 1000 },
		)
	})

	test('answers to each place by itself: dark on clouds, light on slate, under a pale line', () => {
		const beneath = luminancesBeneath(
			picture(8, 2, (x) => (x < 4 ? [236, 238, 242] : [40, 44, 50])),
		)
		const dark = darkCasing(beneath, '#c9b6ff')
		expect([dark?.[0], dark?.[7]]).toEqual([1, 0])
	})

	test('stays light wherever the line or that is told from what lies beneath', () => {
		for (const rgb of [
			[250, 250, 248],
			[30, 34, 40],
		] as const)
			expect(darkCasing(luminancesBeneath(picture(3, 2, () => rgb)), '#402060')).toBeNull()
	})

	test('a dark one keeps the line’s hue', () => {
		const [red, green, blue] = [1, 3, 5].map((i) =>
			Number.parseInt(darkCasingOf('#6b4fc0').slice(i, i + 2), 16),
		)
		expect(blue).toBeGreaterThan(red ?? 255)
		expect(red).toBeGreaterThan(green ?? 255)
		expect(luminanceOfHex(darkCasingOf('#6b4fc0'))).toBeLessThan(0.02)
	})

	test('does not answer to single specks', () => {
		const grass = luminancesBeneath(picture(9, 9, (x, y) => (x === 4 && y === 4 ? 60 : 160)))
		expect(new Set(darkCasing(grass, '#7a5cd0'))).toEqual(new Set([1]))
	})
})
