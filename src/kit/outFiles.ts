import {
	type DrawnFile,
	type FormatSettings,
	fileStem,
	type OutWish,
	type PlacedPhoto,
	type Sheet,
	sheetFormat,
	withResolution,
} from '@/core'
import type { CarriedPhoto } from '@/core/drawings'
import type { Writer } from '@/jobs/exporting'
import { rasterise } from '@/jobs/rasterise'
import type { OutFile } from '@/store/oneFile'

/** What is sent out, and how. */
export type ExportWish = OutWish

/** What files are made with. */
export interface Makers extends Writer {
	/** A photo's file, by the id that the sheet names it by. */
	photoOf(blob: string): Promise<Blob | undefined>
}

/**
 * The files that a wish asks for; none where nothing would be in them, `null` where a newer wish overtook it.
 * @throws {PictureNotDrawn} where a picture is larger than can be drawn
 */
export async function outFiles(
	sheet: Sheet,
	chosen: ReadonlySet<string>,
	wish: ExportWish,
	makers: Makers,
): Promise<OutFile[] | null> {
	if (wish.format.kind === 'sheet') return wholeSheet(sheet, wish, makers)
	const written = await makers.write(sheet, chosen, wish)
	if (!written) return null
	const files: OutFile[] = []
	for (const file of written) {
		const { name, type } = file
		const blob = 'svg' in file ? await drawnPicture(file) : new Blob([file.content], { type })
		files.push({ name, blob })
	}
	return files
}

/** A picture that says how large it is on paper, where that is known. */
async function drawnPicture(file: DrawnFile): Promise<Blob> {
	const blob = await rasterise(file.svg, file, file)
	if (file.dpi === undefined) return blob
	const bytes = new Uint8Array(await blob.arrayBuffer())
	return new Blob([withResolution(bytes, file.dpi)], { type: blob.type })
}

/** The sheet as a file of its own, with its photos where they are wished for. */
async function wholeSheet(
	sheet: Sheet,
	{ settings }: ExportWish,
	makers: Makers,
): Promise<OutFile[] | null> {
	const { name, make } = sheetFile(sheet, settings, makers)
	const blob = await make()
	return blob && [{ name, blob }]
}

/** How the file of a sheet is called, and what makes it; `null` where a newer request overtook it. */
export function sheetFile(
	sheet: Sheet,
	settings: FormatSettings,
	{ whole, photoOf }: Pick<Makers, 'whole' | 'photoOf'>,
): { readonly name: string; readonly type: string; make(): Promise<Blob | null> } {
	const { extension, mimeType: type } = sheetFormat
	const carried = async ({ blob }: PlacedPhoto): Promise<CarriedPhoto[]> => {
		const file = await photoOf(blob)
		return file ? [{ blob, type: file.type, bytes: new Uint8Array(await file.arrayBuffer()) }] : []
	}
	return {
		name: `${fileStem(sheet.name)}.sheet${extension}`,
		type,
		make: async () => {
			const photos = settings.photos === 0 ? [] : sheet.photos
			const text = await whole(sheet, (await Promise.all(photos.map(carried))).flat())
			return text === null ? null : new Blob([text], { type })
		},
	}
}
