import { describe, expect, test } from 'vitest'
import { copyOf, grain, levelAt, picture } from '../testing/arbitraryPixels'
import { rendered } from '../testing/rendered'
import { drawEdges } from './drawEdges'
import {
	directionAt,
	edgeField,
	emptyField,
	logAt,
	logBetween,
	makeTile,
	noiseAt,
	tileGround,
} from './edgeField'

describe('the edge field', () => {
	test('a ramp of three levels a px has the strength 3 everywhere, in its own direction', () => {
		const turned = 0.7
		const field = edgeField(
			picture(40, 40, (x, y) => 60 + 3 * (x * Math.cos(turned) + y * Math.sin(turned))),
		)
		expect(2 ** logAt(field, 20, 20)).toBeCloseTo(3, 1)
		expect(Math.abs(directionAt(field, 20, 20) - turned)).toBeLessThan(0.03)
	})

	test('finds an edge of colour alone, which grey cannot show', () => {
		const field = edgeField(picture(40, 20, (x) => (x < 20 ? [160, 90, 90] : [96, 109, 90])))
		expect(2 ** logAt(field, 20, 10)).toBeGreaterThan(8)
		expect(2 ** logAt(field, 5, 10)).toBeLessThan(0.5)
	})

	test('made tile by tile from parts of the photo is the same as made at once', () => {
		const photo = picture(600, 300, (x, y) => 120 + 60 * Math.sin(x / 9 + y / 23) + 9 * grain(x, y))
		const whole = edgeField(photo)
		const parts = emptyField(600, 300)
		for (let k = parts.tiles.length - 1; k >= 0; k--) {
			const { x, y, width, height } = tileGround(parts, k)
			const part = picture(width, height, (u, v) => levelAt(photo, x + u, y + v))
			makeTile(parts, k, part, { x, y })
		}
		expect(parts.tiles.length).toBe(6)
		for (const [k, tile] of whole.tiles.entries())
			for (const part of ['log', 'direction', 'level', 'noise'] as const) {
				const [one, other] = [tile?.[part], parts.tiles[k]?.[part]]
				if (!one || !other) throw new Error('There is no such tile.')
				expect(Buffer.compare(Buffer.from(one.buffer), Buffer.from(other.buffer))).toBe(0)
			}
	})

	test('between centres its logarithm gives a parabola back', () => {
		const field = edgeField(rendered(60, 40, (x) => x < 30.3))
		const [a, b, c] = [29.5, 30.5, 31.5].map((x) => logBetween(field, x, 20)) as [
			number,
			number,
			number,
		]
		const bend = (a - 2 * b + c) / 2
		const middle = b + ((c - a) / 2) * 0.25 + bend * 0.0625
		expect(logBetween(field, 30.75, 20)).toBeCloseTo(middle, 1)
	})

	test('holds for one pixel, for flat pictures, and says nothing there', () => {
		for (const [w, h] of [
			[1, 1],
			[2, 300],
			[257, 3],
		] as const) {
			const field = edgeField(picture(w, h, () => 90))
			for (const [x, y] of [
				[0, 0],
				[w - 1, h - 1],
				[w + 9, -3],
			] as const)
				expect(2 ** logAt(field, x, y)).toBeLessThan(0.1)
			expect(2 ** noiseAt(field, w - 1, h - 1)).toBeLessThan(0.1)
		}
	})

	test('is drawn as ink on paper: edges dark, grain left out', () => {
		const pixels = picture(40, 20, (x, y) => (x < 20 ? 60 : 180) + grain(x, y))
		const drawn = copyOf(pixels)
		drawEdges(edgeField(pixels), drawn)
		expect(levelAt(drawn, 20, 10)).toBeLessThan(60)
		expect(levelAt(drawn, 5, 10)).toBeGreaterThan(235)
	})
})
