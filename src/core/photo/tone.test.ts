import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { NEUTRAL_TONE, type Tone } from '../path/model'
import { measureLocalContrast } from './localContrast'
import { copyOf, levelAt, picture } from './testing/arbitraryPixels'
import { applyTone, isNeutral, toneCurve } from './tone'

const anyLevels = fc
	.tuple(fc.integer({ min: 0, max: 255 }), fc.integer({ min: 0, max: 255 }))
	.filter(([a, b]) => a !== b)
	.map(([a, b]) => ({ black: Math.min(a, b), white: Math.max(a, b) }))
const anyTone: fc.Arbitrary<Tone> = fc
	.record({
		levels: anyLevels,
		grey: fc.boolean(),
		midtone: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
		local: fc.double({ min: 0, max: 1, noNaN: true }),
		saturation: fc.double({ min: 0, max: 3, noNaN: true }),
	})
	.map(({ levels, ...rest }) => ({ ...levels, ...rest }))

const COLOURS = picture(16, 16, (x, y) => [x * 17, y * 17, (x + y) * 8])

describe('a tone curve', () => {
	test('is the straight one where nothing is set', () => {
		expect([...toneCurve(NEUTRAL_TONE)]).toEqual(Array.from({ length: 256 }, (_, i) => i))
	})

	test('never falls, and takes the black point to 0 and the white point to 255', () => {
		fc.assert(
			fc.property(anyTone, (tone) => {
				const curve = toneCurve(tone)
				for (let i = 1; i < 256; i++) expect(curve[i]).toBeGreaterThanOrEqual(curve[i - 1]!)
				expect(curve[tone.black]).toBe(0)
				expect(curve[tone.white]).toBe(255)
			}),
		)
	})

	test('shows the midtone as the middle grey', () => {
		for (const midtone of [0.2, 0.5, 0.8]) {
			const tone = { ...NEUTRAL_TONE, black: 40, white: 240, midtone }
			expect(toneCurve(tone)[40 + 200 * midtone]).toBeCloseTo(127.5, -0.5)
		}
	})
})

describe('applying a tone', () => {
	test('the neutral one changes no pixel', () => {
		const pixels = copyOf(COLOURS)
		applyTone(pixels, NEUTRAL_TONE, measureLocalContrast(pixels))
		expect(pixels.data).toEqual(COLOURS.data)
		expect(isNeutral(NEUTRAL_TONE)).toBe(true)
	})

	test('grey makes the channels equal, to the brightness that the eye sees', () => {
		const pixels = picture(3, 1, (x) => [x === 0 ? 255 : 0, x === 1 ? 255 : 0, x === 2 ? 255 : 0])
		applyTone(pixels, { ...NEUTRAL_TONE, grey: true })
		expect([0, 1, 2].map((x) => levelAt(pixels, x, 0))).toEqual([54, 182, 18])
		const [r, g, b] = pixels.data
		expect([g, b]).toEqual([r, r])
	})

	test('whatever it is, transparency stays, and grey stays grey', () => {
		fc.assert(
			fc.property(anyTone, (tone) => {
				const grey = picture(8, 8, (x, y) => x * 20 + y * 10)
				grey.data[3] = 90
				applyTone(grey, tone, measureLocalContrast(grey))
				expect(grey.data[3]).toBe(90)
				for (let p = 0; p < grey.data.length; p += 4)
					expect(Math.abs(grey.data[p]! - grey.data[p + 2]!)).toBeLessThanOrEqual(1)
			}),
		)
	})

	test('no saturation is grey; more of it keeps the brightness while nothing clips', () => {
		const dull = picture(1, 1, () => [120, 110, 100])
		applyTone(dull, { ...NEUTRAL_TONE, saturation: 2 })
		const [r, g, b] = dull.data
		expect(0.2126 * r! + 0.7152 * g! + 0.0722 * b!).toBeCloseTo(111.4, 0)
		expect(r! - b!).toBe(40)
	})
})
