import {
	displayList,
	type Format,
	type FormatSettings,
	groundOf,
	type Outgoing,
	outgoing,
	type Sheet,
} from '@/core'
import { rasterise } from '@/jobs/rasterise'
import { fileStem } from '@/store/files'

/** What is sent out, and how. */
export interface ExportWish {
	/** All that shows, the pieces chosen, or a file for each of these. */
	readonly what: 'all' | 'chosen' | 'each'
	readonly format: Format
	readonly settings: FormatSettings
	/** Of a page that is given mm; of pictures, px. */
	readonly page: Exclude<Outgoing['page'], 'square'>
	readonly strokes: Outgoing['strokes']
	/** How wide the page goes out, mm; of pictures, px. As it is where absent. */
	readonly width?: number
}

/** A file that goes out. */
export interface OutFile {
	readonly name: string
	readonly blob: Blob
}

/**
 * The files that a wish asks for; none where nothing would be in them.
 * @param photoOf a photo's file, by the id that the sheet names it by
 * @throws {PictureNotDrawn} where a picture is larger than can be drawn
 */
export async function outFiles(
	sheet: Sheet,
	chosen: ReadonlySet<string>,
	wish: ExportWish,
	photoOf: (blob: string) => Promise<Blob | undefined>,
): Promise<OutFile[]> {
	if (wish.format.whole) return [await sheetFile(sheet, wish, photoOf)]
	const files: OutFile[] = []
	for (const { stem, page } of pagesOf(sheet, chosen, wish)) {
		const { sizes } = wish.format.pixels ?? {}
		if (sizes)
			for (const size of sizes) files.push(await pictureOf(`${stem}-${size}`, page, wish, size))
		else if (wish.format.pixels)
			files.push(await pictureOf(stem, page, wish, pixelWidth(page, wish)))
		else {
			const parts = await wish.format.write(page, wish.settings)
			const { extension, mimeType: type } = wish.format
			files.push({ name: `${stem}${extension}`, blob: new Blob([...parts], { type }) })
		}
	}
	return files
}

/** One file as it is, several in one that holds them. */
export async function inOneFile(files: readonly OutFile[], stem: string): Promise<OutFile | null> {
	const [only, more] = files
	if (!only || !more) return only ?? null
	const { zipSync } = await import('fflate')
	const entries = await Promise.all(
		files.map(async ({ name, blob }) => [name, new Uint8Array(await blob.arrayBuffer())] as const),
	)
	const bytes = new Uint8Array(zipSync(Object.fromEntries(entries), { level: 6 }))
	return { name: `${stem}.zip`, blob: new Blob([bytes], { type: 'application/zip' }) }
}

/** The page that a wish is about, as it would be looked at before it goes out. */
export function firstPage(
	sheet: Sheet,
	chosen: ReadonlySet<string>,
	wish: ExportWish,
): Sheet | null {
	return (
		pagesOf(sheet, chosen, { ...wish, what: wish.what === 'each' ? 'all' : wish.what })[0]?.page ??
		null
	)
}

/** How wide a picture of a page is, px. */
export function pixelWidth(
	sheet: Sheet,
	{ width, page }: Pick<ExportWish, 'width' | 'page'>,
): number {
	const given = typeof page === 'object' ? page.width : width
	return Math.max(1, Math.round(given ?? sheet.width))
}

function pagesOf(
	sheet: Sheet,
	chosen: ReadonlySet<string>,
	{ what, format, page, strokes, width }: ExportWish,
): { readonly stem: string; readonly page: Sheet }[] {
	const stem = fileStem(sheet.name)
	const square = format.pixels?.sizes !== undefined
	const lay = (only?: ReadonlySet<string>) =>
		outgoing(sheet, {
			...(only && { only }),
			page: square ? 'square' : page,
			strokes,
			...(width !== undefined && !format.pixels && { widthMm: width }),
		})
	const names = createNames()
	const sets: { stem: string; only?: ReadonlySet<string> }[] =
		what === 'all'
			? [{ stem }]
			: what === 'chosen'
				? [{ stem, only: chosen }]
				: displayList(sheet, chosen.size > 0 ? chosen : undefined).map(({ piece }) => ({
						stem: names(`${stem}-${fileStem(piece.name)}`),
						only: new Set([piece.id]),
					}))
	return sets.flatMap(({ stem: name, only }) => {
		const laid = lay(only)
		return laid ? [{ stem: name, page: laid }] : []
	})
}

/** The sheet as a file of its own, with its photos where they are wished for. */
async function sheetFile(
	sheet: Sheet,
	{ format, settings }: ExportWish,
	photoOf: (blob: string) => Promise<Blob | undefined>,
): Promise<OutFile> {
	const { formatSheetFile } = await import('@/core/drawings')
	const carried = await Promise.all(
		(settings.photos === 0 ? [] : sheet.photos).map(async ({ blob }) => {
			const file = await photoOf(blob)
			return file
				? [{ blob, type: file.type, bytes: new Uint8Array(await file.arrayBuffer()) }]
				: []
		}),
	)
	const text = formatSheetFile(sheet, carried.flat())
	return {
		name: `${fileStem(sheet.name)}.sheet${format.extension}`,
		blob: new Blob([text], { type: format.mimeType }),
	}
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

async function pictureOf(
	stem: string,
	page: Sheet,
	{ format, settings }: ExportWish,
	width: number,
): Promise<OutFile> {
	const { type = 'image/png', opaque = false } = format.pixels ?? {}
	const height = Math.max(1, Math.round((width * page.height) / page.width))
	const ground = groundOf(settings)
	const { background: _, ...bare } = page
	const svg = (await format.write(ground === 'sheet' ? page : bare, settings)).join('')
	const blob = await rasterise(
		svg,
		{ width, height },
		{ type, opaque: opaque || ground === 'white', quality: settings.quality },
	)
	return { name: `${stem}${format.pixels?.sizes ? '.png' : format.extension}`, blob }
}
