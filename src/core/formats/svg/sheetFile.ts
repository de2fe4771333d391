import type { PlacedPhoto, Sheet } from '../../path/model'
import { sheetToJson } from '../sheetJson'
import { parseSheet } from '../sheetSchema'
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

/**
 * The sheet that a file of ours holds, and the photos in it; `null` for any other SVG.
 * @throws where what it says of itself is no sheet
 */
export function readSheetFile(text: string): { sheet: Sheet; photos: CarriedPhoto[] } | null {
	const begin = text.indexOf(`<sheet xmlns="${SHEET_NAMESPACE}">`)
	const end = text.indexOf('</sheet>', begin)
	if (begin < 0 || end < 0) return null
	const json = text.slice(text.indexOf('>', begin) + 1, end)
	const images = text.matchAll(
		/<image data-blob="([^"]*)"[^>]*? href="data:([^;"]+);base64,([^"]*)"/g,
	)
	return {
		sheet: parseSheet(JSON.parse(unescaped(json))),
		photos: [...images].map(([, blob = '', type = '', data = '']) => ({
			blob: unescaped(blob),
			type,
			bytes: fromBase64(data),
		})),
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

function fromBase64(text: string): Uint8Array {
	return Uint8Array.from(atob(text), (character) => character.charCodeAt(0))
}
