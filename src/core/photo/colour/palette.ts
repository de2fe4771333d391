import { at, byteAt } from '../../geometry/numbers'
import { signedArea } from '../../geometry/polygon'
import { flattenContour, isFilled } from '../../path/contour'
import type { Paint, Piece } from '../../path/model'
import { coloursOf } from '../colours'
import type { Pixels } from '../pixels'
import { hexOf } from './hexOf'
import { counted, kMeans, labOf, nearestMean, type Weighted } from './kMeans'

export interface Swatch {
	/** `#rrggbb` */
	readonly colour: string
	/** Of all that was looked at, 0 to 1. */
	readonly share: number
}

/** The colours are those of so many pixels at most, spread evenly. */
const MOST_PX = 60_000

/**
 * The colours that a photo, or pieces, consist of, by k-means in OKLab: the same picture gives the same ones.
 * @param from pieces count by the area they fill
 * @param count at most so many
 * @returns the one that takes up most first
 */
export function palette(from: Pixels | readonly Piece[], count: number): Swatch[] {
	const all = isPixels(from) ? counted(someColours(from)) : paintsOf(from)
	const means = kMeans(all, count)
	if (means.length === 0) return []
	const shares = new Float64Array(means.length / 3)
	let whole = 0
	for (const [n, weight] of all.weights.entries()) {
		const own = nearestMean(
			means,
			at(all.colours, 3 * n),
			at(all.colours, 3 * n + 1),
			at(all.colours, 3 * n + 2),
		)
		shares[own] = at(shares, own) + weight
		whole += weight
	}
	return Array.from(shares, (share, g) => ({
		colour: hexOf(at(means, 3 * g), at(means, 3 * g + 1), at(means, 3 * g + 2)),
		share: share / (whole || 1),
	})).sort((a, b) => b.share - a.share)
}

const isPixels = (from: Pixels | readonly Piece[]): from is Pixels => 'data' in from

function someColours(photo: Pixels): Float32Array {
	const { width, height, data } = photo
	const every = Math.max(1, Math.ceil(Math.sqrt((width * height) / MOST_PX)))
	const places: number[] = []
	for (let y = every >> 1; y < height; y += every)
		for (let x = every >> 1; x < width; x += every)
			// What shows through is no colour of the photo's.
			if (byteAt(data, 4 * (y * width + x) + 3) > 0) places.push(y * width + x)
	return coloursOf(photo, Int32Array.from(places))
}

/** The flat fills of pieces, and the flat strokes of those that have no fill, by how much they cover. */
function paintsOf(pieces: readonly Piece[]): Weighted {
	const flat = pieces.flatMap(({ fill, stroke, contours }) => {
		const paint: Paint = fill.kind === 'none' ? stroke.paint : fill
		if (paint.kind !== 'solid') return []
		const filled = contours.filter(isFilled)
		const area = Math.abs(filled.reduce((sum, one) => sum + signedArea(flattenContour(one)), 0))
		return [{ colour: paint.colour, weight: Math.max(1, area) }]
	})
	return {
		colours: Float64Array.from(labOf(flat.map(({ colour }) => colour))),
		weights: Float64Array.from(flat, ({ weight }) => weight),
	}
}
