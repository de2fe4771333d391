import {
	addPhoto,
	addPieces,
	emptySheet,
	IDENTITY,
	newId,
	type PlacedPhoto,
	type Sheet,
} from '@/core'
import type { SvgDrawing } from '@/core/drawings'
import type { Library } from './library'
import { takeInPicture } from './photoPixels'

/** How strongly a new photo shows: enough to see its edges, faint enough to see the line. */
const FIRST_STRENGTH = 0.75

/**
 * A new sheet from a picture file, stored.
 * @throws {PictureRefused} {StorageFull} {StorageRefused}
 */
export async function sheetFromPicture(library: Library, file: Blob, name: string): Promise<Sheet> {
	const photo = await placedPhoto(library, file, name)
	const sheet = addPhoto(emptySheet(name, photo.width, photo.height), photo)
	await library.save(sheet)
	return sheet
}

/**
 * A picture file stored and ready to be placed on a sheet, its top left at the sheet's.
 * @throws {PictureRefused} {StorageFull} {StorageRefused}
 */
export async function placedPhoto(
	library: Library,
	file: Blob,
	name: string,
): Promise<PlacedPhoto> {
	const { blob, width, height } = await takeInPicture(library, file)
	return {
		id: newId(),
		blob,
		name,
		width,
		height,
		place: IDENTITY,
		strength: FIRST_STRENGTH,
		hidden: false,
	}
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
	const sheet = addPieces(emptySheet(name, ...size), drawing.pieces)
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
