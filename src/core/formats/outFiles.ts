import { displayList } from '../artwork/displayList'
import { MM_PER_INCH } from '../geometry/lengths'
import type { Sheet } from '../path/model'
import { fileStem } from './fileStem'
import { type Format, type FormatSettings, groundOf, type PictureFormat } from './format'
import { type Outgoing, outgoing } from './outgoing'
import { formatSvg } from './svg/writeSvg'

/** What is sent out, and how. */
export interface OutWish {
	/** All that shows, or the pieces chosen; in one file, or in one for each piece. */
	readonly what: 'all' | 'chosen' | 'each' | 'each-chosen'
	readonly format: Format
	readonly settings: FormatSettings
	/** Of a page that is given mm; of pictures, px. */
	readonly page: Exclude<Outgoing['page'], 'square'>
	readonly strokes: Outgoing['strokes']
	/** How wide the page goes out, mm; of pictures, px. As it is where absent. */
	readonly width?: number
}

/** A file that goes out, written. */
export interface WrittenFile {
	readonly name: string
	readonly type: string
	readonly content: string | Uint8Array<ArrayBuffer>
}

/** A picture that goes out: what is to be drawn, and how large. */
export interface DrawnFile {
	readonly name: string
	readonly type: string
	readonly svg: string
	/** px */
	readonly width: number
	readonly height: number
	/** What one sees through is filled with white. */
	readonly opaque: boolean
	readonly quality?: number
	/** How many px it has to the inch at the size that it really is; absent where that was not measured. */
	readonly dpi?: number
}

/** The files that a wish asks for, those of pictures still to be drawn; none where nothing would be in them. */
export async function filesOf(
	sheet: Sheet,
	chosen: ReadonlySet<string>,
	wish: OutWish,
): Promise<(WrittenFile | DrawnFile)[]> {
	const { format, settings } = wish
	const files: (WrittenFile | DrawnFile)[] = []
	for (const { stem, page } of pagesOf(sheet, chosen, wish)) {
		const name = stem + (format.suffix ?? '') + format.extension
		if (format.kind === 'picture') {
			const { sizes } = format.pixels
			const widths = sizes?.map((size) => [`${stem}-${size}.png`, size] as const)
			for (const [own, width] of widths ?? [[name, pixelWidth(page, wish)] as const])
				files.push(drawn(own, page, format, settings, width, dpiOf(sheet, page, width)))
		} else {
			const content =
				format.kind === 'sheet' ? format.write(page, []) : format.write(page, settings)
			files.push({ name, type: format.mimeType, content: await content })
		}
	}
	return files
}

/** The page that a wish is about, as it would be looked at before it goes out. */
export function firstPage(sheet: Sheet, chosen: ReadonlySet<string>, wish: OutWish): Sheet | null {
	const what = wish.what === 'each' ? 'all' : wish.what === 'each-chosen' ? 'chosen' : wish.what
	return pagesOf(sheet, chosen, { ...wish, what })[0]?.page ?? null
}

/** How wide a picture of a page is, px. */
export function pixelWidth(sheet: Sheet, { width, page }: Pick<OutWish, 'width' | 'page'>): number {
	const given = typeof page === 'object' ? page.width : width
	return Math.max(1, Math.round(given ?? sheet.width))
}

/** Px to the inch of a picture of a page, so many px wide, of a sheet whose real size was measured. */
export function dpiOf(
	{ mmPerPx }: Pick<Sheet, 'mmPerPx'>,
	page: Pick<Sheet, 'width'>,
	width: number,
): number | undefined {
	return mmPerPx === undefined ? undefined : (width * MM_PER_INCH) / (page.width * mmPerPx)
}

function pagesOf(
	sheet: Sheet,
	chosen: ReadonlySet<string>,
	{ what, format, page, strokes, width }: OutWish,
): { readonly stem: string; readonly page: Sheet }[] {
	const stem = fileStem(sheet.name)
	const pixels = format.kind === 'picture' ? format.pixels : null
	const square = pixels?.sizes !== undefined
	const lay = (only?: ReadonlySet<string>) =>
		outgoing(sheet, {
			...(only && { only }),
			page: square ? 'square' : format.ownPage ? 'sheet' : page,
			strokes,
			...(width !== undefined && !pixels && !format.ownPage && { widthMm: width }),
		})
	const names = createNames()
	const sets: { stem: string; only?: ReadonlySet<string> }[] =
		what === 'all'
			? [{ stem }]
			: what === 'chosen'
				? [{ stem, only: chosen }]
				: displayList(sheet, what === 'each-chosen' ? chosen : undefined).map(({ piece }) => ({
						stem: names(`${stem}-${fileStem(piece.name)}`),
						only: new Set([piece.id]),
					}))
	return sets.flatMap(({ stem: name, only }) => {
		const laid = lay(only)
		return laid ? [{ stem: name, page: laid }] : []
	})
}

function createNames(): (name: string) => string {
	const given = new Set<string>()
	return (name) => {
		let one = name
		for (let n = 2; given.has(one); n++) one = `${name}-${n}`
		given.add(one)
		return one
	}
}

function drawn(
	name: string,
	page: Sheet,
	{ pixels: { type, opaque } }: PictureFormat,
	settings: FormatSettings,
	width: number,
	dpi: number | undefined,
): DrawnFile {
	const ground = groundOf(settings)
	const { background: _, ...bare } = page
	const { quality } = settings
	return {
		name,
		type,
		svg: formatSvg(ground === 'sheet' ? page : bare),
		width,
		height: Math.max(1, Math.round((width * page.height) / page.width)),
		opaque: opaque || ground === 'white',
		...(quality !== undefined && { quality }),
		...(dpi !== undefined && { dpi }),
	}
}
