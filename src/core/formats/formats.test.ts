import { expect, test } from 'vitest'
import { readSvg } from '../drawings'
import { emptySheet, newPiece } from '../path/model'
import { startingSettings } from './format'
import { FORMATS, svgFormat } from './formats'
import { parsePathData } from './pathData'

const sheet = {
	...emptySheet('Key', 40, 30),
	pieces: [newPiece('Key', parsePathData('M1.23456 2H20V20.98765Z'))],
}

test('every format has a name of its own, an ending, and writes something with its first settings', async () => {
	expect(new Set(FORMATS.map(({ id }) => id)).size).toBe(FORMATS.length)
	for (const format of FORMATS) {
		expect(format.extension).toMatch(/^\.[a-z]+$/)
		for (const { start, choices } of format.options)
			expect(choices.map(({ value }) => value)).toContain(start)
		const parts = await format.write(sheet, startingSettings(format))
		expect(parts.reduce((sum, part) => sum + part.length, 0)).toBeGreaterThan(0)
	}
})

test('SVG is as precise as it is set', () => {
	const nodes = (digits: number) =>
		readSvg(svgFormat.write(sheet, { digits }).join('')).pieces[0]?.contours[0]?.nodes
	expect(nodes(1)?.[0]?.at).toEqual([1.2, 2])
	expect(nodes(3)?.[0]?.at).toEqual([1.235, 2])
})

test('SVG without spaces is smaller and holds the same', () => {
	const written = (layout: number) => svgFormat.write(sheet, { digits: 3, layout }).join('')
	expect(written(1).length).toBeLessThan(written(0).length)
	expect(written(1)).not.toMatch(/>\s+</)
	const shape = (text: string) =>
		readSvg(text).pieces.map(({ name, contours }) => [name, contours.length])
	expect(shape(written(1))).toEqual(shape(written(0)))
})
