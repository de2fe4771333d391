import { decodeSvg, isDxf, readDxf, readSvg, type SvgDrawing } from '../src/core/drawings'
import { emptySheet, type Piece, type Sheet, saysLeftOut } from '../src/core/index'
import { readBytes } from './files'
import { UsageError } from './usage'

/** A drawing from a file or standard input. @throws where it cannot be read, or holds no shapes */
export async function readDrawing(path: string): Promise<SvgDrawing> {
	return drawingFrom(await readBytes(path), path === '-' ? 'Standard input' : path)
}

/** A drawing from a file's bytes. @param name of the file, for messages */
export async function drawingFrom(
	bytes: Uint8Array<ArrayBuffer>,
	name: string,
): Promise<SvgDrawing> {
	const drawing = await readable(name, async () => {
		const text = await decodeSvg(bytes)
		return withoutPictures(isDxf(text) ? readDxf(text) : readSvg(text))
	})
	if (drawing.pieces.length === 0)
		throw new Error(`${name} holds no paths or shapes.${leftOut(drawing)}`)
	return drawing
}

/** Pictures are no outlines: here they are left out, and named. */
function withoutPictures({ pictures = [], ...drawing }: SvgDrawing): SvgDrawing {
	if (pictures.length === 0) return drawing
	const images = { what: 'images', count: pictures.length }
	return { ...drawing, skipped: [...drawing.skipped, images] }
}

async function readable<T>(name: string, work: () => Promise<T>): Promise<T> {
	try {
		return await work()
	} catch (error) {
		throw new Error(`${name}: ${error instanceof Error ? error.message : error}`)
	}
}

function leftOut({ skipped }: SvgDrawing): string {
	return skipped.length > 0 ? ` What it holds cannot be taken over: ${saysLeftOut(skipped)}.` : ''
}

/** A sheet of a drawing's size with some pieces. */
export function sheetOf({ width, height, mmPerPx }: SvgDrawing, pieces: readonly Piece[]): Sheet {
	const sheet = { ...emptySheet('', width || 1000, height || 1000), pieces }
	return mmPerPx === undefined ? sheet : { ...sheet, mmPerPx }
}

/** A number given on the command line, plainly written and within bounds. */
export function numberWithin<Otherwise extends number | null>(
	said: string | undefined,
	{
		least,
		most,
		otherwise,
		what,
	}: { least: number; most: number; otherwise: Otherwise; what: string },
): number | Otherwise {
	if (said === undefined) return otherwise
	const value = /^\d*\.?\d+(e[+-]?\d+)?$/i.test(said) ? Number(said) : Number.NaN
	if (!(value >= least && value <= most))
		throw new UsageError(`${what} from ${least} to ${most}, not “${said}”.`)
	return value
}
