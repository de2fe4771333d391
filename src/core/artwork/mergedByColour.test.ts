import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { formatSvg } from '../formats/svg/writeSvg'
import { emptySheet, newPiece, type Piece, type Sheet } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { randomNumbers } from '../path/testing/anyEdit'
import { mergedByColour } from './mergedByColour'

const INK = '#22272e'
const RED = '#a63d2f'
const piece = (name: string, colour: string, d: string, change: Partial<Piece> = {}): Piece => ({
	...newPiece(name, parsePathData(d)),
	fill: { kind: 'solid', colour },
	...change,
})
const sheetOf = (...pieces: Piece[]): Sheet => ({ ...emptySheet('Play', 120, 120), pieces })
const square = (x: number, y: number, size = 30) => `M${x} ${y}h${size}v${size}h${-size}z`
const names = (sheet: Sheet) => mergedByColour(sheet).pieces.map(({ name }) => name)

describe('pieces of one colour', () => {
	test('are one path where nothing lies between', () => {
		const sheet = sheetOf(
			piece('a', INK, square(0, 0)),
			piece('b', RED, square(60, 60)),
			piece('c', INK, square(20, 20)),
		)
		expect(names(sheet)).toEqual(['a, c', 'b'])
		expect(mergedByColour(sheet).pieces[0]?.contours).toHaveLength(1)
	})

	test('stay apart where another covers the lower and is covered by the upper', () => {
		const sheet = sheetOf(
			piece('a', INK, square(0, 0)),
			piece('b', RED, square(20, 20)),
			piece('c', INK, square(40, 40)),
		)
		expect(names(sheet)).toEqual(['a', 'b', 'c'])
	})

	test('with strokes, seen through, or hidden, are no part of it', () => {
		const line = { paint: { kind: 'solid', colour: RED }, width: 2 } as const
		const sheet = sheetOf(
			piece('a', INK, square(0, 0)),
			piece('lined', INK, square(40, 0), { stroke: line }),
			piece('thin', INK, square(80, 0), { opacity: 0.5 }),
			piece('hidden', INK, square(0, 40), { hidden: true }),
			piece('d', INK, square(40, 40)),
		)
		expect(names(sheet)).toEqual(['a, d', 'lined', 'thin'])
	})

	test('look the same, whatever lies over what', async () => {
		const random = randomNumbers(11)
		const colours = [INK, RED, '#0e7466']
		for (let round = 0; round < 12; round++) {
			const pieces = Array.from({ length: 9 }, (_, n) =>
				piece(
					`${n}`,
					colours[Math.floor(3 * random())] ?? INK,
					square(5 * Math.floor(18 * random()), 5 * Math.floor(18 * random())),
				),
			)
			const sheet = sheetOf(...pieces)
			const merged = mergedByColour(sheet)
			expect(merged.pieces.length).toBeLessThan(pieces.length)
			const seen = (one: Sheet) =>
				sharp(Buffer.from(formatSvg(one)))
					.raw()
					.toBuffer()
			expect((await seen(merged)).equals(await seen(sheet))).toBe(true)
		}
	})
})
