import { describe, expect, test } from 'vitest'
import { combineAreas } from '../combine/combine'
import { flattenContour } from '../path/contour'
import { nestingOf } from '../path/nesting'
import { bridgedOutlines } from './bridges'
import { glyphOutlines } from './glyphs'
import { shapeText } from './shapeText'
import { type FontName, fontNamed } from './testing/fonts'

const ALL = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789'

const area = (contours: Parameters<typeof flattenContour>[0][]) =>
	Math.abs(
		contours
			.flatMap((contour) => {
				const points = flattenContour(contour, 1)
				return points.map(([x, y], k) => {
					const [u, v] = points[(k + 1) % points.length] ?? [x, y]
					return (x * v - u * y) / 2
				})
			})
			.reduce((sum, part) => sum + part, 0),
	)

describe('stencil bridges', () => {
	test.each<FontName>(['figtree', 'abril', 'lobster', 'rye', 'leaning'])(
		'no counter of A–Z, a–z, 0–9 in %s falls out, and little of a letter goes',
		async (name) => {
			const shaped = shapeText(await fontNamed(name), ALL)
			for (const glyph of Object.keys(shaped.glyphs)) {
				const bridged = bridgedOutlines(shaped, glyph, 0.05 * shaped.em)
				const openings = nestingOf({ contours: bridged, fillRule: 'nonzero' }).filter(
					({ role }) => role === 'opening',
				)
				expect(openings).toEqual([])
				const drawn = combineAreas('merge', [
					{ contours: glyphOutlines(shaped.glyphs, glyph), rule: 'nonzero' },
				])
				expect(area([...bridged])).toBeGreaterThan(0.7 * area(drawn))
			}
		},
	)

	test('a letter without counters is as its designer drew it', async () => {
		const shaped = shapeText(await fontNamed('abril'), 'H')
		const [glyph = ''] = Object.keys(shaped.glyphs)
		expect(bridgedOutlines(shaped, glyph, 50)).toBe(glyphOutlines(shaped.glyphs, glyph))
	})

	test('an O falls into two halves, upright; in a leaning font the strip leans', async () => {
		const gap = async (name: FontName) => {
			const shaped = shapeText(await fontNamed(name), 'O')
			const [glyph = ''] = Object.keys(shaped.glyphs)
			const halves = bridgedOutlines(shaped, glyph, 60)
			expect(halves).toHaveLength(2)
			const ends = halves.map(({ nodes }) => nodes.map(({ at }) => at))
			// The innermost of what is left of the strip, at the top and at the bottom.
			const [left = []] = ends.sort((a, b) => (a[0]?.[0] ?? 0) - (b[0]?.[0] ?? 0))
			const tallest = [...left].sort((a, b) => b[1] - a[1])
			return (tallest[0]?.[0] ?? 0) - (tallest.at(-1)?.[0] ?? 0)
		}
		expect(Math.abs(await gap('figtree'))).toBeLessThan(2)
		expect(await gap('leaning')).toBeGreaterThan(40)
	})
})
