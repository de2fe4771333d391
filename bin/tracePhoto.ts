import { type Box, emptySheet, formatSvg, newPiece } from '../src/core/index'
import { liftingFrom } from '../src/core/pictures'
import { readPhoto } from './photos'
import { UsageError } from './usage'

/** How outlines are to lie, px. */
export interface TraceSettings {
	readonly tolerance: number
	readonly allowance: number
}

/** What came of a photo: its size, and what was found in it. */
export interface Traced {
	readonly width: number
	readonly height: number
	readonly outlines: number
	readonly nodes: number
	/** Stretches that the photo does not show plainly. */
	readonly unsure: number
}

/** Where no box is said the rim of a photo shows what is round the object: this share of its sides, or more. */
const RIMS = [0.01, 0.03]

/** Traces the object in a box of a photo; in all of it but its rim where no box is said. */
export async function tracePhoto(
	path: string,
	box: Box | undefined,
	settings: TraceSettings,
): Promise<Traced & { readonly svg: string }> {
	const photo = await readPhoto(path)
	const { width, height } = photo
	const lift = liftingFrom(photo)
	const boxes = box ? [box] : RIMS.map((share) => within(width, height, share))
	const { contours, unsure } = firstOf(boxes, (each) => lift({ box: each }, settings))
	const sheet = { ...emptySheet('', width, height), pieces: [newPiece('Piece 1', contours)] }
	return {
		svg: formatSvg(sheet),
		width,
		height,
		outlines: contours.length,
		nodes: contours.reduce((sum, { nodes }) => sum + nodes.length, 0),
		unsure: unsure.length,
	}
}

function within(width: number, height: number, share: number): Box {
	const rim = Math.max(2, share * Math.max(width, height))
	return { minX: rim, minY: rim, maxX: width - rim, maxY: height - rim }
}

/** What comes of the first that works. @throws what the last of them does */
function firstOf<T, R>(all: readonly T[], work: (each: T) => R): R {
	const [first, ...others] = all
	if (first === undefined) throw new Error('There is nothing to try.')
	if (others.length === 0) return work(first)
	try {
		return work(first)
	} catch {
		return firstOf(others, work)
	}
}

/** @throws {UsageError} for what is no box */
export function boxSaid(said: string): Box {
	const numbers = said.split(',').map((part) => (part.trim() === '' ? Number.NaN : Number(part)))
	const [x = Number.NaN, y = Number.NaN, width = Number.NaN, height = Number.NaN] = numbers
	if (numbers.length !== 4 || !numbers.every(Number.isFinite))
		throw new UsageError(`A box is four numbers of px, x,y,w,h, not “${said}”.`)
	if (width <= 0 || height <= 0)
		throw new UsageError(`A box has a width and a height, not “${said}”.`)
	return { minX: x, minY: y, maxX: x + width, maxY: y + height }
}
