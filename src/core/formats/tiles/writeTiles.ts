import { type PDFDocument, PDFName, type PDFRef } from '@cantoo/pdf-lib'
import type { Affine } from '../../geometry/affine'
import type { Sheet } from '../../path/model'
import { mmPerPx } from '../pageSize'
import { plainNumber } from '../pathWords'
import { artworkContents } from '../pdf/contents'
import { createInks } from '../pdf/inks'
import { createLabels, type Labels } from '../pdf/labels'
import { bytesOf, newPdf, transparencyGroup } from '../pdf/writePdf'
import { PAPERS, type TileOptions } from './papers'
import { type Tile, type Tiling, tilingOf } from './tiles'

const POINTS = 72 / 25.4
/** Words on pages are so large, points. */
const WORDS = 8

/**
 * A sheet that is larger than the printer's paper as a PDF of numbered pages, as large as it is: first a plan of
 * how they are stuck together, then the pages, lying over each other along dashed lines, with crosses that come to
 * lie on each other. Pages on which nothing is painted are left out.
 * @throws {TooManyTiles}
 */
export async function writeTiles(
	sheet: Sheet,
	options: TileOptions,
): Promise<Uint8Array<ArrayBuffer>> {
	const tiling = tilingOf(sheet, options)
	const doc = await newPdf(sheet.name)
	const labels = createLabels(doc)
	const artwork = artworkForm(doc, sheet)
	const printed = tiling.tiles.filter(({ empty }) => !empty)
	const add = (content: string[]) => {
		const page = doc.addPage([tiling.width * POINTS, tiling.height * POINTS])
		page.node.set(PDFName.of('Group'), transparencyGroup(doc.context))
		const stream = doc.context.flateStream(content.join('\n'))
		page.node.set(PDFName.of('Contents'), doc.context.register(stream))
		page.node.set(
			PDFName.of('Resources'),
			doc.context.obj({ XObject: { Artwork: artwork }, Font: { ...labels.font } } as never),
		)
	}
	add(planContent(sheet, tiling, options, printed.length, labels))
	for (const [n, tile] of printed.entries())
		add(tileContent(sheet, tiling, tile, `${n + 1} of ${printed.length}`, labels))
	return bytesOf(doc)
}

/** The artwork, drawn once for all pages: in px of the sheet, y down. */
function artworkForm(doc: PDFDocument, sheet: Sheet): PDFRef {
	const inks = createInks(doc.context, [1, 0, 0, 1, 0, 0], sheet)
	const { width, height } = sheet
	const ground = { minX: 0, minY: 0, maxX: width, maxY: height }
	const content = artworkContents(sheet, inks, { ground }).join('\n')
	return doc.context.register(
		doc.context.flateStream(content, {
			Type: 'XObject',
			Subtype: 'Form',
			// What is painted beside the sheet is printed where there is paper.
			BBox: [-width, -height, 2 * width, 2 * height],
			Group: { Type: 'Group', S: 'Transparency', CS: 'DeviceRGB' },
			Resources: inks.resources(),
		} as never),
	)
}

const points = (mm: number) => plainNumber(mm * POINTS, 3)

/** Operators that place the artwork, its area's upper left corner at a place of the page, mm from below. */
function placed(
	sheet: Sheet,
	scale: number,
	left: number,
	top: number,
	from: readonly [number, number],
): string {
	const k = mmPerPx(sheet) * scale * POINTS
	const map: Affine = [k, 0, 0, -k, left * POINTS - k * from[0], top * POINTS + k * from[1]]
	return `${map.map((v) => plainNumber(v, 6)).join(' ')} cm /Artwork Do`
}

function tileContent(
	sheet: Sheet,
	tiling: Tiling,
	tile: Tile,
	count: string,
	labels: Labels,
): string[] {
	const { width, height, margin, overlap, rows, columns } = tiling
	const { area, name, row, column } = tile
	const [left, right, low, high] = [margin, width - margin, margin, height - margin]
	const box = [left, low, right - left, high - low].map(points).join(' ')
	const line = (...[ax, ay, bx, by]: [number, number, number, number]) =>
		`${points(ax)} ${points(ay)} m ${points(bx)} ${points(by)} l S`
	// Where the pages before and after it end.
	const xs = [
		...(column > 0 ? [left + overlap] : []),
		...(column < columns - 1 ? [right - overlap] : []),
	]
	const ys = [...(row > 0 ? [high - overlap] : []), ...(row < rows - 1 ? [low + overlap] : [])]
	const crossings = [left, ...xs, right].flatMap((x) =>
		[low, ...ys, high].filter((y) => xs.includes(x) || ys.includes(y)).map((y) => [x, y] as const),
	)
	const arm = Math.max(1, Math.min(3, overlap / 2))
	return [
		'q',
		`${box} re W n`,
		placed(sheet, 1, left, high, [area.minX, area.minY]),
		'Q',
		'q 0.45 G 0.4 w [3 3] 0 d',
		...xs.map((x) => line(x, low, x, high)),
		...ys.map((y) => line(left, y, right, y)),
		'Q',
		'q 0 G 0.5 w',
		...crossings.flatMap(([x, y]) => [line(x - arm, y, x + arm, y), line(x, y - arm, x, y + arm)]),
		'Q',
		'q 0.35 g',
		labels.write(`${name}, ${count}`, WORDS, [(left + 2) * POINTS, (low + 2) * POINTS]),
		'Q',
	]
}

/** The first page: all of it small, cut up as the pages are, each by its name. */
function planContent(
	sheet: Sheet,
	tiling: Tiling,
	{ paper }: TileOptions,
	count: number,
	labels: Labels,
): string[] {
	const { width, height, margin, overlap, rows, columns, tiles } = tiling
	const mm = mmPerPx(sheet)
	const size = [sheet.width * mm, sheet.height * mm].map((v) => v.toFixed(0)).join(' × ')
	const words = [
		sheet.name,
		`${size} mm on ${count} pages of ${PAPERS[paper].name}, ${rows} rows of ${columns}`,
		'Print them at full size, not fitted to the page.',
		`Each lies ${overlap} mm over the next, along the dashed lines: the crosses come to lie on each other.`,
	]
	const top = height - margin - 8 * words.length - 4
	const first = tiles[0]?.area ?? { minX: 0, minY: 0, maxX: sheet.width, maxY: sheet.height }
	const last = tiles.at(-1)?.area ?? first
	const whole = [(last.maxX - first.minX) * mm, (last.maxY - first.minY) * mm] as const
	const room = [width - 2 * margin, top - margin] as const
	const scale = Math.min(room[0] / whole[0], room[1] / whole[1])
	const at = ([x, y]: readonly [number, number]) =>
		[margin + (x - first.minX) * mm * scale, top - (y - first.minY) * mm * scale] as const
	const outline = ({ area, empty }: Tile) => {
		const [x, y] = at([area.minX, area.maxY])
		const [w, h] = [area.maxX - area.minX, area.maxY - area.minY].map((v) => v * mm * scale)
		const rect = `${[x, y, w ?? 0, h ?? 0].map(points).join(' ')} re`
		return empty ? `q 0.92 g ${rect} f Q` : `q 0.2 G 0.6 w ${rect} S Q`
	}
	return [
		...tiles.filter(({ empty }) => empty).map(outline),
		'q',
		placed(sheet, scale, margin, top, [first.minX, first.minY]),
		'Q',
		...tiles.filter(({ empty }) => !empty).map(outline),
		...tiles
			.filter(({ empty }) => !empty)
			.map(({ area, name }) => {
				// Clear of what the pages beside it cover.
				const [x, y] = at([area.minX + overlap / mm, area.minY + overlap / mm])
				return named(name, [x * POINTS + 4, y * POINTS - WORDS - 4], labels)
			}),
		...words.map((text, n) =>
			labels.write(text, n === 0 ? 14 : 9, [
				margin * POINTS,
				(height - margin - 6 - 8 * n) * POINTS,
			]),
		),
	]
}

/** Words on a light ground, to be read on any artwork; points. */
function named(text: string, [x, y]: readonly [number, number], labels: Labels): string {
	const ground = [x - 2, y - 2.5, 0.55 * WORDS * text.length + 4, WORDS + 3]
	const box = ground.map((v) => plainNumber(v, 2)).join(' ')
	return `q 1 g ${box} re f 0 g ${labels.write(text, WORDS, [x, y])} Q`
}
