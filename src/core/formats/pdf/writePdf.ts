import { PDFDocument, PDFName, PDFNumber } from '@cantoo/pdf-lib'
import { type DisplayItem, type DisplayShape, displayList } from '../../artwork/displayList'
import type { Paint, Sheet, Stroke } from '../../path/model'
import { pointsPerPx } from '../pageSize'
import { CAPS, JOINS, pathIn, plainNumber } from '../pathWords'
import { createInks, type Inks } from './inks'
import { PDF_WORDS } from './words'

/**
 * The sheet's artwork as one page of PDF 1.7: vector shapes in their paints, the page as large as the
 * sheet really is, or 96 px to the inch.
 * @param only the pieces that go out; all that show where absent
 * @returns the file's bytes
 */
export async function writePdf(
	sheet: Sheet,
	only?: ReadonlySet<string>,
): Promise<Uint8Array<ArrayBuffer>> {
	const doc = await PDFDocument.create()
	doc.setTitle(sheet.name)
	doc.setProducer('Skiagram')
	doc.setCreator('Skiagram')
	const unit = userUnit(sheet)
	const k = pointsPerPx(sheet) / unit
	const page = doc.addPage([sheet.width * k, sheet.height * k])
	page.setTrimBox(0, 0, sheet.width * k, sheet.height * k)
	if (unit > 1) page.node.set(PDFName.of('UserUnit'), PDFNumber.of(unit))
	// Without it some readers blend what is see-through in the ink of the printer they think of.
	page.node.set(PDFName.of('Group'), doc.context.obj({ S: 'Transparency', CS: 'DeviceRGB' }))
	const base = [k, 0, 0, -k, 0, sheet.height * k] as const
	const inks = createInks(doc.context, base, sheet)
	const content = [
		'q',
		`${base.map((v) => plainNumber(v, 6)).join(' ')} cm`,
		...(sheet.background && !only ? [ground(sheet, sheet.background, inks)] : []),
		...displayList(sheet, only).map((item) => itemContent(item, inks)),
		'Q',
	].join('\n')
	page.node.set(PDFName.of('Contents'), doc.context.register(doc.context.flateStream(content)))
	page.node.set(PDFName.of('Resources'), inks.resources())
	return new Uint8Array(await doc.save({ useObjectStreams: false }))
}

/** A page is no wider than so many units (PDF 1.7, annex C); wider ones have units of several points. */
const MOST_UNITS = 14_400

/** How many points a unit of the page is. */
function userUnit(sheet: Sheet): number {
	const points = Math.max(sheet.width, sheet.height) * pointsPerPx(sheet)
	return Math.max(1, Math.ceil(points / MOST_UNITS))
}

function ground({ width, height }: Sheet, paint: Paint, inks: Inks): string {
	if (paint.kind === 'none') return ''
	const area = `0 0 ${plainNumber(width, 3)} ${plainNumber(height, 3)} re f`
	return ['q', inks.set(paint, 'area', 1), area, 'Q'].join('\n')
}

/** A piece that is see-through as a whole is drawn as one thing: its stroke does not show its fill. */
function itemContent({ opacity, shapes }: DisplayItem, inks: Inks): string {
	const layers = shapes.flatMap(layersOf)
	const share = layers.length > 1 ? 1 : opacity
	const draw = (own: Inks) => layers.map((layer) => layer(own, share)).join('\n')
	return layers.length > 1 && opacity < 1 ? inks.together(opacity, draw) : draw(inks)
}

type Layer = (inks: Inks, share: number) => string

function layersOf({ contours, rule, fill, stroke, strokeBelow }: DisplayShape): Layer[] {
	const path = pathIn(PDF_WORDS, contours)
	const painted = (
		paint: Paint,
		of: 'area' | 'line',
		...operators: readonly string[]
	): readonly Layer[] =>
		paint.kind === 'none'
			? []
			: [(inks, share) => ['q', inks.set(paint, of, share), ...operators, 'Q'].join('\n')]
	const area = painted(fill, 'area', path, rule === 'evenodd' ? 'f*' : 'f')
	const line = stroke.width > 0 ? painted(stroke.paint, 'line', lineStyle(stroke), path, 'S') : []
	return strokeBelow ? [...line, ...area] : [...area, ...line]
}

function lineStyle({
	width,
	cap = 'butt',
	join = 'miter',
	miterLimit = 4,
	dashes = [],
	dashOffset = 0,
}: Stroke): string {
	const px = (v: number) => plainNumber(v, 4)
	const style = `${px(width)} w ${CAPS[cap]} J ${JOINS[join]} j ${px(Math.max(1, miterLimit))} M`
	return dashes.length > 0 ? `${style} [${dashes.map(px).join(' ')}] ${px(dashOffset)} d` : style
}
