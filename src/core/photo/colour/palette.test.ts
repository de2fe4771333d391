import { describe, expect, test } from 'vitest'
import { newPiece, type Piece } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { painted } from '../testing/painted'
import { palette } from './palette'

const inks = [
	[30, 34, 40],
	[200, 60, 50],
	[240, 230, 200],
] as const

/** Three colours with some grain: half, a third and a sixth of the picture. */
const picture = painted(60, 40, (x, y) => {
	const [r, g, b] = inks[x < 30 ? 0 : x < 50 ? 1 : 2] ?? inks[0]
	const grain = ((7 * x + 13 * y) % 5) - 2
	return [r + grain, g + grain, b + grain]
})

const levelsOf = (hex: string) => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16))

describe('a palette', () => {
	test('is the colours that a photo consists of, the commonest first', () => {
		const found = palette(picture, 3)
		expect(found.map(({ share }) => Math.round(60 * share))).toEqual([30, 20, 10])
		for (const [n, { colour }] of found.entries())
			for (const [c, level] of levelsOf(colour).entries())
				expect(Math.abs(level - (inks[n]?.[c] ?? 0))).toBeLessThan(3)
	})

	test('is the same each time, and no longer than there are colours', () => {
		expect(palette(picture, 5)).toEqual(palette(picture, 5))
		expect(
			palette(
				painted(9, 9, () => [1, 2, 3]),
				8,
			),
		).toHaveLength(1)
		expect(palette(picture, 0)).toEqual([])
		expect(palette([], 4)).toEqual([])
	})

	test('of pieces counts them by what they cover', () => {
		const piece = (d: string, colour: string): Piece => ({
			...newPiece('A', parsePathData(d)),
			fill: { kind: 'solid', colour },
		})
		const pieces = [
			piece('M0 0H10V10H0Z', '#c03020'),
			piece('M0 0H30V10H0Z', '#205080'),
			{ ...newPiece('Line', parsePathData('M0 0H5V5Z')), fill: { kind: 'none' as const } },
		]
		expect(palette(pieces, 4)).toEqual([
			{ colour: '#205080', share: 0.75 },
			{ colour: '#c03020', share: 0.25 },
		])
	})
})
