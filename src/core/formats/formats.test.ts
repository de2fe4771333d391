import { expect, test } from 'vitest'
import { readSvg } from '../drawings'
import { emptySheet, newPiece } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { type FormatSettings, startingSettings } from './format'
import { FORMATS } from './formats'
import { svgFormat } from './svgFormats'

const sheet = {
	...emptySheet('Key', 40, 30),
	guides: [
		{ id: 'base', axis: 'y' as const, at: 20, line: 'baseline' as const },
		{ id: 'cap', axis: 'y' as const, at: 2, line: 'cap height' as const },
	],
	pieces: [newPiece('Key', parsePathData('M1.23456 2H20V20.98765Z'))],
}

test('every format has a name of its own, an ending, and writes something with its first settings', async () => {
	expect(new Set(FORMATS.map(({ id }) => id)).size).toBe(FORMATS.length)
	for (const format of FORMATS) {
		expect(format.extension).toMatch(/^\.[a-z]+$/)
		for (const { start, choices } of format.options)
			expect(choices.map(({ value }) => value)).toContain(start)
		if (format.kind === 'picture') continue
		const content = await (format.kind === 'sheet'
			? format.write(sheet, [])
			: format.write(sheet, startingSettings(format)))
		expect(content.length).toBeGreaterThan(0)
	}
})

const written = async (settings: FormatSettings, of = sheet) => svgFormat.write(of, settings)

test('SVG is as precise as it is set', async () => {
	const nodes = async (digits: number) =>
		readSvg(await written({ digits })).pieces[0]?.contours[0]?.nodes
	expect((await nodes(1))?.[0]?.at).toEqual([1.2, 2])
	expect((await nodes(3))?.[0]?.at).toEqual([1.235, 2])
})

test('SVG without spaces and words is smaller and holds the same shapes', async () => {
	const [plain, small] = [await written({ layout: 0 }), await written({ layout: 1 })]
	expect(small.length).toBeLessThan(plain.length)
	expect(small).not.toMatch(/>\s+<|<title>|<desc>/)
	expect(plain).toMatch(/<desc>\d+ pieces?, \d+ nodes?\.<\/desc>/)
	const shape = (text: string) => readSvg(text).pieces.map(({ contours }) => contours.length)
	expect(shape(small)).toEqual(shape(plain))
})

test('SVG has a path for each colour, and its size in px, where that is wished', async () => {
	const twice = {
		...sheet,
		mmPerPx: 0.5,
		pieces: [...sheet.pieces, ...sheet.pieces.map((piece) => ({ ...piece, id: `${piece.id}2` }))],
	}
	expect(readSvg(await written({ paths: 0 }, twice)).pieces).toHaveLength(twice.pieces.length)
	expect(readSvg(await written({ paths: 1 }, twice)).pieces).toHaveLength(1)
	expect(await written({ units: 0 }, twice)).toContain(`width="${sheet.width / 2}mm"`)
	expect(await written({ units: 1 }, twice)).toContain(`width="${sheet.width}px"`)
})
