import { describe, expect, test } from 'vitest'
import { drawEdges, edgeField } from './edges'
import { grain, levelAt, picture } from './testing/arbitraryPixels'

describe('the edge field', () => {
	test('a ramp of three levels a px has the slope 3 everywhere, in its own direction', () => {
		const turned = 0.7
		const { magnitude, direction } = edgeField(
			picture(40, 40, (x, y) => 60 + 3 * (x * Math.cos(turned) + y * Math.sin(turned))),
		)
		const at = 20 * 40 + 20
		expect(magnitude[at]).toBeCloseTo(3, 1)
		expect(direction[at]).toBeCloseTo(turned, 1)
	})

	test('is strongest on the edge of a disc, pointing away from its darkness', () => {
		const { magnitude, direction } = edgeField(
			picture(60, 60, (x, y) => (Math.hypot(x - 30, y - 30) < 18 ? 40 : 200)),
		)
		const row = 30 * 60
		const strongest = [...magnitude.slice(row + 31, row + 60)]
		const x = strongest.indexOf(Math.max(...strongest)) + 31
		expect(Math.abs(x - 47.5)).toBeLessThanOrEqual(1)
		expect(direction[row + x]).toBeCloseTo(0, 1)
	})

	test('finds an edge of colour alone, which grey cannot show', () => {
		const pixels = picture(40, 20, (x) => (x < 20 ? [160, 90, 90] : [96, 109, 90]))
		const { magnitude } = edgeField(pixels)
		expect(magnitude[10 * 40 + 20]).toBeGreaterThan(8)
		expect(magnitude[10 * 40 + 5]).toBeLessThan(0.5)
	})

	test('is drawn as ink on paper: edges dark, grain left out', () => {
		const pixels = picture(40, 20, (x, y) => (x < 20 ? 60 : 180) + grain(x, y))
		drawEdges(edgeField(pixels), pixels)
		expect(levelAt(pixels, 20, 10)).toBeLessThan(60)
		expect(levelAt(pixels, 5, 10)).toBeGreaterThan(235)
	})
})
