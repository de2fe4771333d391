import { type PDFContext, PDFDocument, PDFName, PDFNumber } from '@cantoo/pdf-lib'
import type { Affine } from '../../geometry/affine'
import { growBox } from '../../geometry/box'
import type { Sheet } from '../../path/model'
import { mmPerPx, pointsPerPx } from '../pageSize'
import { plainNumber } from '../pathWords'
import { artworkContents } from './contents'
import { createInks } from './inks'
import { createLayers } from './layers'
import { createSpots } from './spots'

export interface PdfOptions {
	/** The pieces that go out; all that show where absent. */
	readonly only?: ReadonlySet<string>
	/** Pieces and groups are layers by their names, which can be shown and hidden (optional content). */
	readonly layers?: boolean
	/** How far the artwork goes on beyond where the page is cut, mm. */
	readonly bleed?: number
	/** Lines beside the page say where it is cut. */
	readonly marks?: boolean
	/** Flat colours are inks of their own, by their names, for presses with a plate for each. */
	readonly spots?: boolean
}

/** Marks for cutting stand off the bleed by so much and are so long, mm; so thick, points. */
const MARK = { off: 1, long: 5, thick: 0.25 } as const
const POINTS_PER_MM = 72 / 25.4

/**
 * The sheet's artwork as one page of PDF 1.7: vector shapes in their paints, the page, where it is cut, as large as
 * the sheet really is, or 96 px to the inch.
 * @returns the file's bytes
 */
export async function writePdf(
	sheet: Sheet,
	{ only, layers = false, bleed = 0, marks = false, spots = false }: PdfOptions = {},
): Promise<Uint8Array<ArrayBuffer>> {
	const doc = await newPdf(sheet.name)
	const unit = userUnit(sheet)
	const k = pointsPerPx(sheet) / unit
	const mm = POINTS_PER_MM / unit
	const around = (bleed + (marks ? MARK.off + MARK.long : 0)) * mm
	const [width, height] = [sheet.width * k, sheet.height * k]
	const page = doc.addPage([width + 2 * around, height + 2 * around])
	page.setTrimBox(around, around, width, height)
	if (bleed > 0)
		page.setBleedBox(
			around - bleed * mm,
			around - bleed * mm,
			width + 2 * bleed * mm,
			height + 2 * bleed * mm,
		)
	if (unit > 1) page.node.set(PDFName.of('UserUnit'), PDFNumber.of(unit))
	page.node.set(PDFName.of('Group'), transparencyGroup(doc.context))
	const base: Affine = [k, 0, 0, -k, around, around + height]
	const inks = createInks(doc.context, base, sheet, spots ? createSpots(doc.context) : undefined)
	const own = layers ? createLayers(doc, sheet, only) : undefined
	const cut = { minX: 0, minY: 0, maxX: sheet.width, maxY: sheet.height }
	const shown = growBox(cut, bleed / mmPerPx(sheet))
	const content = [
		'q',
		...(bleed > 0 || marks ? [`${boxIn(base, shown)} re W n`] : []),
		`${base.map((v) => plainNumber(v, 6)).join(' ')} cm`,
		...artworkContents(sheet, inks, { only, layers: own, ...(!only && { ground: shown }) }),
		'Q',
		...(marks ? [cropMarks(around, width, height, bleed * mm, mm)] : []),
	].join('\n')
	page.node.set(PDFName.of('Contents'), doc.context.register(doc.context.flateStream(content)))
	const resources = inks.resources()
	if (own) resources.set(PDFName.of('Properties'), own.properties())
	page.node.set(PDFName.of('Resources'), resources)
	return bytesOf(doc)
}

export async function newPdf(title: string): Promise<PDFDocument> {
	const doc = await PDFDocument.create()
	doc.setTitle(title)
	doc.setProducer('Skiagram')
	doc.setCreator('Skiagram')
	return doc
}

export async function bytesOf(doc: PDFDocument): Promise<Uint8Array<ArrayBuffer>> {
	return new Uint8Array(await doc.save({ useObjectStreams: false }))
}

/** Without it some readers blend what is see-through in the ink of the printer they think of. */
export const transparencyGroup = (context: PDFContext) =>
	context.obj({ S: 'Transparency', CS: 'DeviceRGB' })

/** A page is no wider than so many units (PDF 1.7, annex C); wider ones have units of several points. */
const MOST_UNITS = 14_400

/** How many points a unit of the page is. */
function userUnit(sheet: Sheet): number {
	const points = Math.max(sheet.width, sheet.height) * pointsPerPx(sheet)
	return Math.max(1, Math.ceil(points / MOST_UNITS))
}

function boxIn(
	[k, , , , x, y]: Affine,
	{ minX, minY, maxX, maxY }: { minX: number; minY: number; maxX: number; maxY: number },
): string {
	return [x + k * minX, y - k * maxY, k * (maxX - minX), k * (maxY - minY)]
		.map((v) => plainNumber(v, 4))
		.join(' ')
}

/** Two lines at each corner of where the page is cut, clear of what bleeds. */
function cropMarks(
	around: number,
	width: number,
	height: number,
	bleed: number,
	mm: number,
): string {
	const far = bleed + (MARK.off + MARK.long) * mm
	const near = bleed + MARK.off * mm
	const [left, right, low, high] = [around, around + width, around, around + height]
	const line = (...[a, b, c, d]: [number, number, number, number]) => {
		const [ax, ay, bx, by] = [a, b, c, d].map((v) => plainNumber(v, 4))
		return `${ax} ${ay} m ${bx} ${by} l S`
	}
	return [
		'q 0 G',
		`${plainNumber((MARK.thick * mm) / POINTS_PER_MM, 4)} w`,
		...[low, high].flatMap((y) => [
			line(left - far, y, left - near, y),
			line(right + near, y, right + far, y),
		]),
		...[left, right].flatMap((x) => [
			line(x, low - far, x, low - near),
			line(x, high + near, x, high + far),
		]),
		'Q',
	].join('\n')
}
