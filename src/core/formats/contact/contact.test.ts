import { spawnSync } from 'node:child_process'
import { expect, test } from 'vitest'
import { paintedBox } from '../../artwork/paintedBox'
import { emptySheet, newPiece, type Sheet } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { addPieces } from '../../path/pieces'
import { readSvg } from '../svg/readSvg'
import { paintedSheet } from '../testing/paintedSheet'
import { overlapOfInk, seenPdf, seenSvg } from '../testing/readers'
import { contactPages } from './contact'
import { formatContactSvg, writeContactPdf } from './writeContact'

function props(count: number): Sheet {
	const pieces = Array.from({ length: count }, (_, n) =>
		newPiece(`Flügel ${n + 1} & “Co”`, parsePathData(`M0 0H${100 + 10 * n}V60H0Z`)),
	)
	return addPieces({ ...emptySheet('Reiher', 1000, 800), mmPerPx: 0.5 }, pieces)
}

test('each piece has a place of its own, as large as there is room, with its name and its real size', () => {
	const pages = contactPages(props(17))
	expect(pages).toHaveLength(2)
	expect(pages.map(({ sheet }) => sheet.pieces.length)).toEqual([15, 2])
	const boxes = pages[0]?.sheet.pieces.map((piece) => paintedBox([piece])) ?? []
	for (const [n, a] of boxes.entries()) {
		if (!a) throw new Error('It is painted.')
		expect(Math.min(a.minX, a.minY, 210 - a.maxX, 297 - a.maxY)).toBeGreaterThan(11)
		for (const b of boxes.slice(n + 1))
			expect(b && a.minX < b.maxX && b.minX < a.maxX && a.minY < b.maxY && b.minY < a.maxY).toBe(
				false,
			)
	}
	const words = pages.flatMap((page) => page.words.map(({ text }) => text))
	expect(words).toContain('Flügel 3 & “Co”')
	expect(words).toContain('60 × 30 mm')
	expect(words).toContain('Reiher, 2 of 2')
})

test('sizes are in px where no real size was measured; what is hidden is not on it', () => {
	const { mmPerPx: _, ...sheet } = props(2)
	const [first, second] = sheet.pieces
	if (!first || !second) throw new Error('There are two.')
	const [page] = contactPages({ ...sheet, pieces: [first, { ...second, hidden: true }] })
	expect(page?.sheet.pieces).toHaveLength(1)
	expect(page?.words.map(({ text }) => text)).toContain('100 × 60 px')
})

test('the SVG and the PDF of it show the same, paints and all', async () => {
	const sheet = paintedSheet()
	const [pdf, svg] = [await writeContactPdf(sheet), formatContactSvg(sheet)]
	const bare = svg.replace(/<text.*<\/text>/g, '')
	const seen = await seenPdf(pdf, 630, 891)
	expect(overlapOfInk(seen, await seenSvg(svg, 630, 891))).toBeGreaterThan(0.95)
	expect(readSvg(bare).pieces.length).toBeGreaterThanOrEqual(sheet.pieces.length)
})

test('words can be read out of both', async () => {
	const text = spawnSync('pdftotext', ['-', '-'], {
		input: await writeContactPdf(props(2)),
		encoding: 'utf8',
	}).stdout
	expect(text).toContain('Flügel 2 & “Co”')
	expect(text).toContain('55 × 30 mm')
	expect(formatContactSvg(props(2))).toContain('>Flügel 2 &amp; “Co”</text>')
})
