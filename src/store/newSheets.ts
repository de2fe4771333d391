import {
	addPhoto,
	addPieces,
	emptySheet,
	newPhoto,
	type Picture,
	type Sheet,
	setRealSize,
	setUnit,
} from '@/core'
import type { SvgDrawing } from '@/core/drawings'
import type { Library } from './library'
import { takeInPicture, type Watch } from './photoPixels'

/**
 * A new sheet from a picture file, stored.
 * @throws {PictureRefused} {Cancelled} {StorageFull} {StorageRefused}
 */
export async function sheetFromPicture(
	library: Library,
	file: Blob,
	name: string,
	watch?: Watch,
): Promise<Sheet> {
	const picture = await storedPicture(library, file, name, watch)
	const sheet = addPhoto(emptySheet(name, picture.width, picture.height), newPhoto(picture))
	await library.save(sheet)
	return sheet
}

/**
 * A picture file, checked and stored.
 * @throws {PictureRefused} {Cancelled} {StorageFull} {StorageRefused}
 */
export async function storedPicture(
	library: Library,
	file: Blob,
	name: string,
	watch?: Watch,
): Promise<Picture> {
	return { name, ...(await takeInPicture(library, file, watch)) }
}

/**
 * A new sheet from the shapes of an SVG drawing, stored.
 * @throws {SvgSyntaxError} {PathSyntaxError} {NothingToTake} and storage errors
 */
export async function sheetFromDrawing(
	library: Library,
	text: string,
	name: string,
): Promise<{ sheet: Sheet; skipped: readonly string[] }> {
	const drawing = await takeInDrawing(text)
	const size = [drawing.width || 1000, drawing.height || 1000] as const
	const empty = setRealSize(emptySheet(name, ...size), drawing.mmPerPx)
	const unit = drawing.mmPerPx === undefined ? 'px' : 'mm'
	const sheet = addPieces(setUnit(empty, unit), drawing.pieces)
	await library.save(sheet)
	return { sheet, skipped: drawing.skipped }
}

/**
 * Reads a drawing's shapes.
 * @throws {SvgSyntaxError} {PathSyntaxError} {NothingToTake}
 */
export async function takeInDrawing(text: string): Promise<SvgDrawing> {
	const { readSvg } = await import('@/core/drawings')
	const drawing = readSvg(text)
	if (drawing.pieces.length === 0) throw new NothingToTake()
	return drawing
}

/** A drawing that holds no shape that could become a piece. */
export class NothingToTake extends Error {
	constructor() {
		super('The drawing holds no paths or shapes.')
		this.name = 'NothingToTake'
	}
}

/** What to call a sheet or photo that came in as a file. */
export function nameOfFile(file: string): string {
	return (
		file
			.replace(/\.[^.]+$/, '')
			.replace(/[-_]+/g, ' ')
			.trim() || 'Untitled'
	)
}

export function isDrawing(file: File): boolean {
	return file.type === 'image/svg+xml' || /\.svg$/i.test(file.name)
}
