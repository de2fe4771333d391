import { PDFName } from '@cantoo/pdf-lib'
import type { Affine } from '../../geometry/affine'
import { transformPieces } from '../../path/arrangePieces'
import type { Paint, Sheet } from '../../path/model'
import { plainNumber } from '../pathWords'
import { artworkContents } from '../pdf/contents'
import { createInks } from '../pdf/inks'
import { createLabels } from '../pdf/labels'
import { bytesOf, newPdf, transparencyGroup } from '../pdf/writePdf'
import { escapeXml } from '../svg/escapeXml'
import { formatSvg } from '../svg/writeSvg'
import { type ContactPage, contactPages, type Words } from './contact'

const POINTS = 72 / 25.4

/** A contact sheet as one SVG, its pages below each other; words are text. */
export const formatContactSvg = (sheet: Sheet): string => pagesSvg(contactPages(sheet))

/** The first page of it, on white. */
export function firstContactSvg(sheet: Sheet): string {
	return pagesSvg(contactPages(sheet).slice(0, 1), { kind: 'solid', colour: '#ffffff' })
}

function pagesSvg(pages: readonly ContactPage[], background?: Paint): string {
	const [first] = pages
	if (!first) return ''
	const { height } = first.sheet
	const pieces = pages.flatMap(({ sheet: page }, n) => {
		const ids = new Set(page.pieces.map(({ id }) => id))
		return transformPieces(page, ids, [1, 0, 0, 1, 0, n * height]).pieces
	})
	const all: Sheet = {
		...first.sheet,
		...(background && { background }),
		height: height * pages.length,
		pieces,
	}
	const words = pages.flatMap(({ words: own }, n) =>
		own.map(({ text, at: [x, y], size, faint }) => {
			const place = `x="${plainNumber(x, 2)}" y="${plainNumber(y + n * height, 2)}"`
			const colour = faint ? '#5e6570' : '#22272e'
			return `\t<text ${place} font-size="${size}" font-family="Figtree, Helvetica, Arial, sans-serif" fill="${colour}">${escapeXml(text)}</text>`
		}),
	)
	return formatSvg(all).replace('</svg>', `${words.join('\n')}\n</svg>`)
}

/** A contact sheet as a PDF, page by page. */
export async function writeContactPdf(sheet: Sheet): Promise<Uint8Array<ArrayBuffer>> {
	const doc = await newPdf(sheet.name)
	const labels = createLabels(doc)
	for (const { sheet: own, words } of contactPages(sheet)) {
		const page = doc.addPage([own.width * POINTS, own.height * POINTS])
		page.node.set(PDFName.of('Group'), transparencyGroup(doc.context))
		const base: Affine = [POINTS, 0, 0, -POINTS, 0, own.height * POINTS]
		const inks = createInks(doc.context, base, own)
		const write = ({ text, at: [x, y], size, faint }: Words) =>
			`${faint ? '0.38 g' : '0.14 g'} ${labels.write(text, size * POINTS, [x * POINTS, (own.height - y) * POINTS])}`
		const content = [
			'q',
			`${base.map((v) => plainNumber(v, 6)).join(' ')} cm`,
			...artworkContents(own, inks),
			'Q',
			...words.map(write),
		].join('\n')
		page.node.set(PDFName.of('Contents'), doc.context.register(doc.context.flateStream(content)))
		const resources = inks.resources()
		resources.set(PDFName.of('Font'), doc.context.obj({ ...labels.font }))
		page.node.set(PDFName.of('Resources'), resources)
	}
	return bytesOf(doc)
}
