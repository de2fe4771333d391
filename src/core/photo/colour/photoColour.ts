import { type Box, joinBoxes } from '../../geometry/box'
import { byteAt, floatAt, item } from '../../geometry/numbers'
import { contourBounds } from '../../path/contour'
import type { Contour } from '../../path/model'
import { coloursOf } from '../colours'
import { type Grid, insideOf } from '../inside'
import type { Pixels } from '../pixels'
import { hexOf } from './hexOf'

export interface PhotoColourOptions {
	/** Outlines of pieces that lie on top: what they cover is left out, as long as anything is left. */
	readonly covered?: readonly (readonly Contour[])[]
	/** What lies so near to an edge is left out, px: the ground shines in there; 3 unless said otherwise. */
	readonly margin?: number
}

const MARGIN_PX = 3
/** The colour is that of so many pixels at most, spread evenly. */
const MOST_PX = 60_000

/**
 * The photo's colour under a piece: the median in OKLab, lightness and both opponents by themselves, so that
 * a reflection or a crack counts for no more than its share.
 * @param contours of the piece, px of the photo, filled by the even-odd rule
 * @returns `#rrggbb`; `null` where none of the photo lies under it
 */
export function photoColour(
	photo: Pixels,
	contours: readonly Contour[],
	o: PhotoColourOptions = {},
): string | null {
	const places = innerPixels(photo, contours, o)
	return places && medianColour(photo, places)
}

/**
 * The photo's pixels under a piece that say something of it, spread evenly where there are many.
 * @returns places in the photo; `null` where none lies under it
 */
export function innerPixels(
	photo: Pixels,
	contours: readonly Contour[],
	{ covered = [], margin = MARGIN_PX }: PhotoColourOptions,
): Int32Array | null {
	const grid = gridUnder(photo, contours, MOST_PX)
	if (!grid) return null
	const under = insideOf(contours, grid)
	const free = under.slice()
	for (const others of covered) {
		const on = insideOf(others, grid)
		for (let k = 0; k < free.length; k++) if (byteAt(on, k)) free[k] = 0
	}
	// What is left of a small piece without its margin may be nothing: then less of a margin will do.
	for (const area of [free, under])
		for (let edge = margin / grid.factor; ; edge = edge > 0.5 ? edge / 2 : 0) {
			const kept = keptWithin(area, grid.width, edge)
			if (kept.length > 0) return placesIn(photo, kept, grid)
			if (edge === 0) break
		}
	return null
}

/** Pixels over that part of a photo which lies under outlines, no more than so many; `null` where none does. */
function gridUnder(photo: Pixels, contours: readonly Contour[], most: number): Grid | null {
	if (contours.length === 0) return null
	const box: Box = contours.map(contourBounds).reduce(joinBoxes)
	const left = Math.max(0, Math.floor(box.minX))
	const top = Math.max(0, Math.floor(box.minY))
	const right = Math.min(photo.width, Math.ceil(box.maxX))
	const bottom = Math.min(photo.height, Math.ceil(box.maxY))
	if (!(right > left && bottom > top)) return null
	const factor = Math.max(1, Math.ceil(Math.sqrt(((right - left) * (bottom - top)) / most)))
	const width = Math.max(1, Math.floor((right - left) / factor))
	const height = Math.max(1, Math.floor((bottom - top) / factor))
	return { left, top, factor, width, height }
}

/** The pixels of an area that lie no nearer to its edge than so many px. */
function keptWithin(area: Uint8Array, width: number, edge: number): number[] {
	const reach = Math.floor(edge)
	const away = edgeDistances(area, width, reach + 1)
	const kept: number[] = []
	for (let k = 0; k < area.length; k++) if (byteAt(away, k) > reach) kept.push(k)
	return kept
}

/** How many steps each pixel of an area lies within it, up to so many; beyond the picture is outside. */
function edgeDistances(area: Uint8Array, width: number, most: number): Uint8Array {
	const away = area.map((own) => (own ? Math.min(255, most) : 0))
	const height = area.length / width
	const near = (x: number, y: number) =>
		x < 0 || y < 0 || x >= width || y >= height ? 0 : byteAt(away, y * width + x)
	for (let k = 0; k < away.length; k++) {
		const [x, y] = [k % width, Math.floor(k / width)]
		away[k] = Math.min(byteAt(away, k), near(x - 1, y) + 1, near(x, y - 1) + 1)
	}
	for (let k = away.length - 1; k >= 0; k--) {
		const [x, y] = [k % width, Math.floor(k / width)]
		away[k] = Math.min(byteAt(away, k), near(x + 1, y) + 1, near(x, y + 1) + 1)
	}
	return away
}

function placesIn(photo: Pixels, kept: readonly number[], grid: Grid): Int32Array {
	const { left, top, factor, width } = grid
	const middle = factor >> 1
	return Int32Array.from(kept, (k) => {
		const x = left + (k % width) * factor + middle
		const y = top + Math.floor(k / width) * factor + middle
		return Math.min(photo.height - 1, y) * photo.width + Math.min(photo.width - 1, x)
	})
}

function medianColour(photo: Pixels, places: Int32Array): string {
	const colours = coloursOf(photo, places)
	const median = (c: number) =>
		floatAt(colours.filter((_, i) => i % 3 === c).sort(), places.length >> 1)
	return hexOf(median(0), median(1), median(2))
}

/** The mean in OKLab of what lies in the largest disc of a picture, `#rrggbb`. */
export function discColour(picture: Pixels): string {
	const { width, height } = picture
	const colours = coloursOf(picture)
	const reach = Math.max(0.71, Math.min(width, height) / 2)
	const sum = [0, 0, 0]
	let count = 0
	for (let k = 0; k < width * height; k++) {
		const [x, y] = [(k % width) + 0.5 - width / 2, Math.floor(k / width) + 0.5 - height / 2]
		if (Math.hypot(x, y) > reach) continue
		for (const c of [0, 1, 2]) sum[c] = item(sum, c) + floatAt(colours, 3 * k + c)
		count++
	}
	return hexOf(item(sum, 0) / count, item(sum, 1) / count, item(sum, 2) / count)
}
