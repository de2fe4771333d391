import type { PlacedPhoto, Sheet } from '../../path/model'
import { sheetToJson } from '../sheetJson'
import { parseSheet, salvageSheet } from '../sheetSchema'
import { isLater, SheetTorn } from '../sheetVersions'
import { formatSvg } from './writeSvg'

/** What a sheet says of itself in a file, beside what every program draws. */
export const SHEET_NAMESPACE = 'urn:skiagram:sheet:1'

/** A photo's file, as a sheet file carries it. */
export interface CarriedPhoto {
	/** The id that the sheet names it by. */
	readonly blob: string
	/** `image/jpeg`, `image/png` and the like */
	readonly type: string
	readonly bytes: Uint8Array
}

/**
 * A sheet as one SVG that any program opens: its artwork as paths and groups, its photos as images under
 * them, and in its metadata all that only we know of, to the last digit.
 * @param photos those that are carried along; others are left out of the file
 */
export function formatSheetFile(sheet: Sheet, photos: readonly CarriedPhoto[]): string {
	const svg = formatSvg(sheet)
	const carried = new Map(photos.map((photo) => [photo.blob, photo]))
	const head = [
		'\t<metadata>',
		`\t\t<sheet xmlns="${SHEET_NAMESPACE}">${escaped(sheetToJson(sheet))}</sheet>`,
		'\t</metadata>',
		...sheet.photos.flatMap((placed) => {
			const photo = carried.get(placed.blob)
			return photo ? [imageOf(placed, photo)] : []
		}),
	].join('\n')
	return svg.replace(/(<title>[^<]*<\/title>\n)/, (title) => `${title}${head}\n`)
}

function imageOf({ place, width, height, strength, hidden }: PlacedPhoto, photo: CarriedPhoto) {
	const seen = hidden ? ' display="none"' : strength < 1 ? ` opacity="${strength}"` : ''
	return `\t<image data-blob="${escaped(photo.blob)}" width="${width}" height="${height}" transform="matrix(${place.join(' ')})"${seen} href="data:${photo.type};base64,${base64(photo.bytes)}"/>`
}

/** What a file of ours holds. */
export interface ReadSheetFile {
	readonly sheet: Sheet
	readonly photos: readonly CarriedPhoto[]
	/** It was written by a later version: what only that one knows of is kept, and not shown. */
	readonly later: boolean
	/** So many things of the sheet could not be read. */
	readonly lost: number
	/** Names of photos that it carries and that could not be read: it was cut off in their midst. */
	readonly tornPhotos: readonly string[]
}

const BEGINS = /<sheet xmlns="urn:skiagram:sheet:(\d+)">/
const CARRIED = /<image data-blob="([^"]*)"[^>]*? href="data:([^;"]+);base64,([^"]*)("?)/g

/**
 * The sheet that a file of ours holds, and the photos in it; `null` for any other SVG, and where what it says of
 * itself is no sheet.
 * @throws {SheetTorn}
 */
export function readSheetFile(text: string): ReadSheetFile | null {
	const begins = BEGINS.exec(text)
	if (!begins) return null
	const begin = begins.index + begins[0].length
	const end = text.indexOf('</sheet>', begin)
	if (end < 0) throw new SheetTorn()
	const read = readSheet(unescaped(text.slice(begin, end)))
	if (!read) return null
	const photos: CarriedPhoto[] = []
	const torn = new Set<string>()
	for (const [, blob = '', type = '', data = '', whole] of text.slice(end).matchAll(CARRIED)) {
		const id = unescaped(blob)
		const bytes = whole ? fromBase64(data) : null
		if (bytes) photos.push({ blob: id, type, bytes })
		else torn.add(id)
	}
	return {
		...read,
		photos,
		later: read.later || begins[1] !== '1',
		tornPhotos: read.sheet.photos.filter(({ blob }) => torn.has(blob)).map(({ name }) => name),
	}
}

function readSheet(json: string): Pick<ReadSheetFile, 'sheet' | 'lost' | 'later'> | null {
	try {
		const value: unknown = JSON.parse(json)
		const later = isLater(value)
		try {
			return { sheet: parseSheet(value), lost: 0, later }
		} catch {
			return { ...salvageSheet(value), later }
		}
	} catch {
		return null
	}
}

function escaped(text: string): string {
	return text
		.replace(/&/g, '&amp;')
		.replace(/</g, '&lt;')
		.replace(/>/g, '&gt;')
		.replace(/"/g, '&quot;')
}

function unescaped(text: string): string {
	return text
		.replace(/&quot;/g, '"')
		.replace(/&gt;/g, '>')
		.replace(/&lt;/g, '<')
		.replace(/&amp;/g, '&')
}

/** Bytes are turned to characters so many at a time: a call takes no more arguments. */
const CHUNK = 0x8000

function base64(bytes: Uint8Array): string {
	let characters = ''
	for (let at = 0; at < bytes.length; at += CHUNK)
		characters += String.fromCharCode(...bytes.subarray(at, at + CHUNK))
	return btoa(characters)
}

/** `null` where it is none. */
function fromBase64(text: string): Uint8Array | null {
	try {
		return Uint8Array.from(atob(text), (character) => character.charCodeAt(0))
	} catch {
		return null
	}
}
