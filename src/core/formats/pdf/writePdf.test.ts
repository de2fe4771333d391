import { PDFArray, PDFDict, PDFDocument, PDFHexString, PDFName } from '@cantoo/pdf-lib'
import { describe, expect, test } from 'vitest'
import { groupPieces } from '../../path/groups'
import { emptySheet, newPiece } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { addPieces, changePiece } from '../../path/pieces'
import { formatSvg } from '../svg/writeSvg'
import { keySheet } from '../testing/keySheet'
import { paintedSheet } from '../testing/paintedSheet'
import {
	overlapOfInk,
	platesOf,
	printedPdf,
	seenPdf,
	seenSvg,
	shareOfDifferent,
} from '../testing/readers'
import { spotName } from './spots'
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
	expect(await dark(await writePdf(sheet, { only: new Set([a.id]) }))).toEqual([true, false])
})

describe('for print', () => {
	const colours = ['#0e7466', '#a63d2f']
	const named = () => {
		const pieces = ['M-40 20H60V60H-40Z', 'M30 40H90V120H30Z'].map((d, n) => ({
			...newPiece(['Flügel', 'Laterne 灯'][n] ?? '', parsePathData(d)),
			fill: { kind: 'solid', colour: colours[n] ?? '' } as const,
		}))
		const sheet = addPieces({ ...emptySheet('Print', 100, 100), mmPerPx: 1 }, pieces)
		return groupPieces(sheet, new Set(pieces.map(({ id }) => id)), 'Figur')
	}
	const textOf = (bytes: Uint8Array) => Buffer.from(bytes).toString('latin1')
	const boxOf = (text: string, name: string) =>
		new RegExp(`${name}Box \\[ ?([-\\d. ]+)\\]`).exec(text)?.[1]?.trim().split(' ').map(Number)

	test('pieces and groups are layers by their names, and the page looks the same', async () => {
		const sheet = named()
		const bytes = await writePdf(sheet, { layers: true })
		const [seen, plain] = [
			await seenPdf(bytes, 200, 200),
			await seenPdf(await writePdf(sheet), 200, 200),
		]
		expect(shareOfDifferent(seen, plain, 2)).toBe(0)
		const layers = await layersOfPdf(bytes)
		expect(layers.names).toEqual(['Figur', 'Laterne 灯', 'Flügel'])
		// What is off does not show: its place is white then.
		const off = await seenPdf(await layers.without('Laterne 灯'), 200, 200)
		const red = (data: Uint8Array, x: number, y: number) => data[(y * 200 + x) * 3] ?? -1
		expect([red(plain.data, 120, 180), red(off.data, 120, 180)]).toEqual([0xa6, 255])
		expect([red(plain.data, 20, 80), red(off.data, 20, 80)]).toEqual([0x0e, 0x0e])
	})

	test('what bleeds goes on beyond the cut, marks stand clear of it, and the boxes say where', async () => {
		const text = textOf(await writePdf(named(), { bleed: 3, marks: true }))
		const mm = 72 / 25.4
		expect(boxOf(text, 'Trim')?.map((v) => v / mm)).toEqual(
			[9, 9, 109, 109].map((v) => expect.closeTo(v, 3)),
		)
		expect(boxOf(text, 'Bleed')?.map((v) => v / mm)).toEqual(
			[6, 6, 112, 112].map((v) => expect.closeTo(v, 3)),
		)
		const bytes = await writePdf(named(), { bleed: 3, marks: true })
		for (const see of [seenPdf, printedPdf]) {
			// Ten px to the mm; the wing leaves the page on the left.
			const { data, width } = await see(bytes, 1180, 1180)
			const red = (x: number, y: number) =>
				data[(Math.round(10 * y) * width + Math.round(10 * x)) * 3] ?? -1
			expect(red(7, 40)).toBeLessThan(40)
			expect(red(5.5, 40)).toBe(255)
			const dark = (x: number, y: number) =>
				Math.min(...[-0.2, -0.1, 0, 0.1, 0.2].flatMap((d) => [red(x + d, y), red(x, y + d)]))
			// Along the cut, a mm clear of what bleeds.
			expect(dark(3, 9)).toBeLessThan(160)
			expect(dark(9, 3)).toBeLessThan(160)
			expect(dark(5.5, 9)).toBe(255)
		}
	})

	test('flat colours are plates by their names', async () => {
		const bytes = await writePdf(named(), { spots: true })
		const [seen, plain] = [
			await seenPdf(bytes, 200, 200),
			await seenPdf(await writePdf(named()), 200, 200),
		]
		expect(shareOfDifferent(seen, plain, 3)).toBeLessThan(0.001)
		expect(platesOf(bytes)).toEqual([spotName('#0e7466'), spotName('#a63d2f')].sort())
		expect(spotName('#008080')).toBe('teal 008080')
	})
})

/** The layers of a PDF, as another reader of its objects finds them. */
async function layersOfPdf(bytes: Uint8Array) {
	const read = async () => {
		const doc = await PDFDocument.load(bytes)
		const properties = doc.catalog.lookup(PDFName.of('OCProperties'), PDFDict)
		const all = properties.lookup(PDFName.of('OCGs'), PDFArray)
		const found = new Map(
			all.asArray().map((ref) => {
				const group = doc.context.lookup(ref, PDFDict)
				return [group.lookup(PDFName.of('Name'), PDFHexString).decodeText(), ref] as const
			}),
		)
		return { doc, properties, found }
	}
	const { properties, found } = await read()
	const nameOf = new Map([...found].map(([name, ref]) => [ref.toString(), name]))
	const order = properties.lookup(PDFName.of('D'), PDFDict).lookup(PDFName.of('Order'), PDFArray)
	const names = (list: PDFArray): string[] =>
		list
			.asArray()
			.flatMap((one) => (one instanceof PDFArray ? names(one) : (nameOf.get(one.toString()) ?? [])))
	return {
		names: names(order),
		without: async (name: string) => {
			const again = await read()
			const view = again.properties.lookup(PDFName.of('D'), PDFDict)
			view.set(PDFName.of('OFF'), again.doc.context.obj([again.found.get(name)] as never))
			return new Uint8Array(await again.doc.save({ useObjectStreams: false }))
		},
	}
}
