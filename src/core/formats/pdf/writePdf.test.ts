import { expect, test } from 'vitest'
import { emptySheet, newPiece } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { addPieces, changePiece } from '../../path/pieces'
import { formatSvg } from '../svg/writeSvg'
import { keySheet } from '../testing/keySheet'
import { paintedSheet } from '../testing/paintedSheet'
import { overlapOfInk, printedPdf, seenPdf, seenSvg, shareOfDifferent } from '../testing/readers'
import { writePdf } from './writePdf'

/** Points of a page of the painted sheet's size: 0.5 mm a px. */
const [WIDTH, HEIGHT] = [(400 * 0.5 * 72) / 25.4, (300 * 0.5 * 72) / 25.4]

test('another reader sees every paint and line as the SVG shows them', async () => {
	const sheet = paintedSheet()
	const pdf = await seenPdf(await writePdf(sheet), 800, 600)
	const svg = await seenSvg(formatSvg(sheet), pdf.width, pdf.height)
	expect(overlapOfInk(pdf, svg)).toBeGreaterThan(0.99)
	expect(shareOfDifferent(pdf, svg, 40)).toBeLessThan(0.01)
})

test('a silhouette is the SVG’s to two in a thousand', async () => {
	const pdf = await seenPdf(await writePdf(keySheet()), 1600, 640)
	expect(overlapOfInk(pdf, await seenSvg(formatSvg(keySheet()), 1600, 640))).toBeGreaterThan(0.998)
})

test('the page is as large as the sheet is, to a hundredth of a mm', async () => {
	const text = Buffer.from(await writePdf(paintedSheet())).toString('latin1')
	const box = /MediaBox \[ ?0 0 ([\d.]+) ([\d.]+)/.exec(text)
	expect(Number(box?.[1])).toBeCloseTo(WIDTH, 2)
	expect(Number(box?.[2])).toBeCloseTo(HEIGHT, 2)
})

test('a gradient that fades lets through what is beneath', async () => {
	const stops = [
		{ at: 0, colour: '#000000' },
		{ at: 1, colour: '#000000', alpha: 0 },
	]
	const piece = newPiece('Fade', parsePathData('M0 0H100V100H0Z'))
	const fill = { kind: 'linear', from: [0, 0], to: [100, 0], stops } as const
	const sheet = addPieces(emptySheet('Fade', 100, 100), [{ ...piece, fill }])
	// On paper as on screen: a printer's reader blends as the others do.
	for (const see of [seenPdf, printedPdf]) {
		const pdf = await see(await writePdf(sheet), 100, 100)
		const level = (x: number) => pdf.data[(50 * pdf.width + x) * 3] ?? -1
		expect(level(2)).toBeLessThan(16)
		expect(level(50)).toBeGreaterThan(110)
		expect(level(50)).toBeLessThan(145)
		expect(level(97)).toBeGreaterThan(240)
	}
})

test('a colour that fades is the same to both readers', async () => {
	const stops = [
		{ at: 0, colour: '#d98e04' },
		{ at: 1, colour: '#0e7466', alpha: 0.2 },
	]
	const pieces = ['M0 0H100V100H0Z', 'M20 20H80V80H20Z'].map((d, n) =>
		newPiece(`${n}`, parsePathData(d)),
	)
	const [under, over] = pieces
	if (!under || !over) throw new Error('There are two.')
	const sheet = addPieces(emptySheet('Fade', 100, 100), [
		{ ...under, fill: { kind: 'solid', colour: '#a63d2f' } },
		{ ...over, opacity: 0.6, fill: { kind: 'linear', from: [20, 0], to: [80, 0], stops } },
	])
	const bytes = await writePdf(sheet)
	const [seen, printed] = [await seenPdf(bytes, 200, 200), await printedPdf(bytes, 200, 200)]
	expect(shareOfDifferent(seen, printed, 12)).toBeLessThan(0.02)
	const svg = await seenSvg(formatSvg(sheet), 200, 200)
	expect(shareOfDifferent(printed, svg, 12)).toBeLessThan(0.02)
})

test('a page of seven metres is as large as it is, in units of several points', async () => {
	const piece = newPiece('Banner', parsePathData('M100 100H600V300H100Z'))
	const sheet = addPieces({ ...emptySheet('Banner', 700, 400), mmPerPx: 10 }, [piece])
	const bytes = await writePdf(sheet)
	const text = Buffer.from(bytes).toString('latin1')
	const box = /MediaBox \[ ?0 0 ([\d.]+) ([\d.]+)/.exec(text)
	const unit = Number(/UserUnit ([\d.]+)/.exec(text)?.[1])
	expect(Number(box?.[1])).toBeLessThanOrEqual(14_400)
	expect((Number(box?.[1]) * unit * 25.4) / 72).toBeCloseTo(7000, 1)
	for (const see of [seenPdf, printedPdf])
		expect(
			overlapOfInk(await see(bytes, 700, 400), await seenSvg(formatSvg(sheet), 700, 400)),
		).toBeGreaterThan(0.995)
})

test('only what shows goes out, or only what is asked for', async () => {
	const [a, b] = ['M0 0H50V100H0Z', 'M50 0H100V100H50Z'].map((d, n) =>
		newPiece(`${n}`, parsePathData(d)),
	)
	if (!a || !b) throw new Error('There are two.')
	const sheet = addPieces(emptySheet('Two', 100, 100), [a, b])
	const dark = async (bytes: Uint8Array) => {
		const seen = await seenPdf(bytes, 100, 100)
		return [25, 75].map((x) => (seen.data[(50 * seen.width + x) * 3] ?? 0) < 128)
	}
	expect(await dark(await writePdf(changePiece(sheet, a.id, { hidden: true })))).toEqual([
		false,
		true,
	])
	expect(await dark(await writePdf(sheet, new Set([a.id])))).toEqual([true, false])
})
