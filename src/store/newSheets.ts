import {
	addPhoto,
	addPieces,
	emptySheet,
	isLater,
	type LeftOut,
	newId,
	newPhoto,
	type Picture,
	type PlacedPhoto,
	type Sheet,
	salvageSheet,
	saysLeftOut,
	setRealSize,
	setUnit,
} from '@/core'
import type { ReadSheetFile, SvgDrawing } from '@/core/drawings'
import { readDrawing } from '@/jobs/drawings'
import type { Watch } from '@/jobs/endpoint'
import { lookAtPicture, PictureRefused } from '@/jobs/pictures'
import { Cancelled } from '@/jobs/problems'
import type { Library } from './library'

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
	const { width, height, thumbnail } = await lookAtPicture(file, watch)
	return { name, width, height, blob: await library.addPhoto(file, thumbnail) }
}

/** Asks whether a file that a later version wrote is to be opened here, before anything of it is. */
export type AskLater = () => Promise<boolean>

/**
 * A new sheet from the shapes of an SVG drawing, stored.
 * @throws {SvgSyntaxError} {SheetTorn} {NothingToTake} {Cancelled} {JobFailed} and storage errors
 */
export async function sheetFromDrawing(
	library: Library,
	file: Blob,
	name: string,
	{ watch, askLater }: { readonly watch?: Watch; readonly askLater?: AskLater } = {},
): Promise<{ sheet: Sheet; skipped: readonly LeftOut[]; ours?: SheetFlaws }> {
	const ours = await sheetFromOurs(library, file, askLater)
	if (ours) return { sheet: ours.sheet, skipped: [], ours: ours.flaws }
	const drawing = await takeInDrawing(file, watch)
	const size = [drawing.width || 1000, drawing.height || 1000] as const
	const empty = setRealSize(emptySheet(name, ...size), drawing.mmPerPx)
	const unit = drawing.mmPerPx === undefined ? 'px' : 'mm'
	const { photos, skipped } = await photosOf(library, drawing, watch)
	const sheet = addPieces({ ...setUnit(empty, unit), photos }, drawing.pieces, drawing.groups)
	await library.save(sheet)
	return { sheet, skipped }
}

/**
 * The pictures that a drawing carries as photos, stored; what is left out, those among it that cannot be opened.
 * @throws {Cancelled} {StorageFull} {StorageRefused}
 */
export async function photosOf(
	library: Library,
	{ pictures = [], skipped }: Pick<SvgDrawing, 'pictures' | 'skipped'>,
	watch?: Watch,
): Promise<{ photos: PlacedPhoto[]; skipped: readonly LeftOut[] }> {
	const photos: PlacedPhoto[] = []
	for (const { name, type, bytes, place, strength } of pictures)
		try {
			const picture = await storedPicture(library, new Blob([bytes], { type }), name, watch)
			photos.push({ ...newPhoto(picture, place), strength })
		} catch (error) {
			if (!(error instanceof PictureRefused)) throw error
		}
	const refused = pictures.length - photos.length
	if (refused === 0) return { photos, skipped }
	return { photos, skipped: [...skipped, { what: 'images that cannot be read', count: refused }] }
}

/** A file of ours is looked for in so much of it: its metadata stands at its beginning. */
const HEAD_BYTES = 4000

/** The sheet that a file of ours holds, under an id of its own, with the photos in it; `null` for others. */
async function sheetFromOurs(
	library: Library,
	file: Blob,
	askLater?: AskLater,
): Promise<{ sheet: Sheet; flaws: SheetFlaws } | null> {
	if (!(await file.slice(0, HEAD_BYTES).text()).includes('urn:skiagram:sheet')) return null
	const { readSheetFile } = await import('@/core/drawings')
	// Metadata that somebody spoilt leaves a drawing that can be read.
	const read = readSheetFile(await file.text())
	if (!read) return null
	if (read.later && askLater && !(await askLater())) throw new Cancelled()
	const stored = new Map<string, string>()
	const unread: string[] = [...read.tornPhotos]
	for (const { blob, type, bytes } of read.photos)
		try {
			const picture = await storedPicture(library, new Blob([new Uint8Array(bytes)], { type }), '')
			stored.set(blob, picture.blob)
		} catch (error) {
			if (!(error instanceof PictureRefused)) throw error
			unread.push(...read.sheet.photos.filter((one) => one.blob === blob).map(({ name }) => name))
		}
	const sheet = {
		...read.sheet,
		id: newId(),
		photos: read.sheet.photos.map((photo) => ({
			...photo,
			blob: stored.get(photo.blob) ?? photo.blob,
		})),
	}
	await library.save(sheet)
	return { sheet, flaws: { later: read.later, lost: read.lost, photos: unread } }
}

/** What of a file of ours is not here as it was there. */
export interface SheetFlaws extends Pick<ReadSheetFile, 'later' | 'lost'> {
	/** Names of photos that could not be read. */
	readonly photos: readonly string[]
}

/** What one must know of a file of ours that was opened; `null` where all is as it was. */
export function saysFlaws(file: string, { later, lost, photos }: SheetFlaws): string | null {
	const said = [
		later &&
			`“${file}” was written by a later version of Skiagram: what this one does not know is not shown. Keep the file.`,
		lost > 0 &&
			`${lost === 1 ? '1 thing' : `${lost} things`} in “${file}” could not be read: the rest is here.`,
		photos.length > 0 &&
			`“${file}” is torn: ${photos.map((name) => `“${name}”`).join(', ')} could not be read. The outlines are all here.`,
	].filter((one) => one !== false)
	return said.length > 0 ? said.join(' ') : null
}

/**
 * A new sheet from the text of one that was set aside or downloaded: as much of it as can be read.
 * @throws {NoSheet} where it holds none, and storage errors
 */
export async function sheetFromStored(
	library: Library,
	text: string,
	askLater?: AskLater,
): Promise<{ sheet: Sheet; lost: number }> {
	const { sheet, lost, later } = salvaged(text)
	if (later && askLater && !(await askLater())) throw new Cancelled()
	const fresh = { ...sheet, id: newId() }
	await library.save(fresh)
	return { sheet: fresh, lost }
}

function salvaged(text: string): ReturnType<typeof salvageSheet> & { readonly later: boolean } {
	try {
		const stored: unknown = JSON.parse(text)
		return { ...salvageSheet(stored), later: isLater(stored) }
	} catch {
		throw new NoSheet()
	}
}

/** A file that should hold a sheet and does not. */
export class NoSheet extends Error {
	constructor() {
		super('The file holds no sheet of Skiagram.')
		this.name = 'NoSheet'
	}
}

export function isStoredSheet(file: File): boolean {
	return file.type === 'application/json' || /\.json$/i.test(file.name)
}

/**
 * Reads a drawing's shapes.
 * @throws {SvgSyntaxError} {NothingToTake} {Cancelled} {JobFailed}
 */
export async function takeInDrawing(file: Blob, watch?: Watch): Promise<SvgDrawing> {
	const drawing = await readDrawing(file, watch)
	if (drawing.pieces.length === 0 && !drawing.pictures) throw new NothingToTake(drawing.skipped)
	return drawing
}

/**
 * What a drawing brings to a sheet that is there, its pictures stored, and what is to be said of it.
 * @throws {SvgSyntaxError} {NothingToTake} {Cancelled} {JobFailed} and storage errors
 */
export async function drawingFor(library: Library, file: File, watch: Watch) {
	const { pieces, groups, ...drawing } = await takeInDrawing(file, watch)
	const { photos, skipped } = await photosOf(library, drawing, watch)
	const came = [
		(pieces.length > 0 || photos.length === 0) && counted(pieces.length, 'piece'),
		photos.length > 0 && counted(photos.length, 'photo'),
	]
	const brought = `“${file.name}”: ${came.filter(Boolean).join(' and ')} brought in.`
	const says = [brought, saysSkipped(file.name, skipped)].filter(Boolean).join(' ')
	return { pieces, ...(groups && { groups }), photos, says }
}

const counted = (count: number, one: string) => `${count} ${count === 1 ? one : `${one}s`}`

/** What came in and what did not, in a sentence or two; `null` where there is nothing to say. */
export function saysSkipped(file: string, skipped: readonly LeftOut[]): string | null {
	if (skipped.length === 0) return null
	return `Not as it was in “${file}”: ${saysLeftOut(skipped)}.`
}

/** A drawing that holds no shape that could become a piece. */
export class NothingToTake extends Error {
	constructor(readonly skipped: readonly LeftOut[] = []) {
		super('The drawing holds no paths or shapes.')
		this.name = 'NothingToTake'
	}
}

/** A file that may hold sheets with all that belongs to them. */
export function isArchive(file: File): boolean {
	return file.type === 'application/zip' || /\.zip$/i.test(file.name)
}
