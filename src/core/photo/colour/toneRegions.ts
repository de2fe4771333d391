import { combine } from '../../combine/combine'
import { growBox, joinBoxes } from '../../geometry/box'
import { countOne } from '../../geometry/counts'
import { byteAt, floatAt, intAt, item, quantile } from '../../geometry/numbers'
import { signedArea } from '../../geometry/polygon'
import { contourBounds, flattenContour } from '../../path/contour'
import type { Contour } from '../../path/model'
import { transformContour } from '../../path/pieces'
import { coloursOf } from '../colours'
import { type Grid, insideOf } from '../inside'
import type { Pixels } from '../pixels'
import { hexOf } from './hexOf'
import { counted, kMeans, nearestMean } from './kMeans'
import { partition } from './partition'

export interface ToneOptions {
	/** Areas of less are melted into what is round them, px² of the photo; 200 unless said otherwise. */
	readonly smallest?: number
	/** How far a boundary between two shades may leave the photo's, px; 2 unless said otherwise. */
	readonly tolerance?: number
}

/** A flat area of one colour. */
export interface ToneRegion {
	/** Closed, openings included; px of the photo. */
	readonly contours: Contour[]
	/** `#rrggbb` */
	readonly colour: string
	/** Of the piece, 0 to 1. */
	readonly share: number
}

const SMALLEST_PX2 = 200
const TOLERANCE_PX = 2
/** The photo is looked at in so many pixels at most. */
const MOST_PX = 160_000
/** So far round the piece, px of what is looked at: there boundaries may end as they like. */
const ROUND_PX = 6
/** Pixels so near to the outline show some of the ground, … */
const RIM_PX = 2
/** … and tones are smoothed over so many this way and that, in so many turns. */
const SMOOTH_PX = 3
const TURNS = 3

/**
 * The part of a photo under a piece in a few flat areas: colours grouped by k-means in OKLab, ragged borders
 * and specks melted away, and the boundary between two areas fitted once for both, so that together they
 * fill the piece without gap or overlap.
 * @param contours of the piece, px of the photo, filled by the even-odd rule
 * @param count at most so many
 * @returns from the darkest to the lightest; none where none of the photo lies under the piece
 */
export function toneRegions(
	photo: Pixels,
	contours: readonly Contour[],
	count: number,
	{ smallest = SMALLEST_PX2, tolerance = TOLERANCE_PX }: ToneOptions = {},
): ToneRegion[] {
	const piece = contours.filter(({ closed }) => closed)
	const grid = gridAround(piece)
	const seen = grid && pixelsSeen(photo, piece, grid)
	if (!grid || !seen?.includes(1)) return []
	const colours = smoothedColours(photo, grid)
	const own = colours.filter((_, i) => byteAt(seen, Math.floor(i / 3)) === 1)
	const means = kMeans(counted(own), Math.max(1, Math.min(NO_LABEL, Math.round(count))))
	const labels = spread(
		seen.map((one, k) =>
			one
				? nearestMean(
						means,
						floatAt(colours, 3 * k),
						floatAt(colours, 3 * k + 1),
						floatAt(colours, 3 * k + 2),
					)
				: NO_LABEL,
		),
		grid.width,
	)
	let tidy = labels
	for (let turn = 0; turn < TURNS; turn++) tidy = commonest(tidy, grid.width, means.length / 3)
	meltSpecks(tidy, grid.width, smallest / grid.factor ** 2)
	const { left, top, factor, width, height } = grid
	const whole = areaOf(piece)
	const regions = [...partition(tidy, width, height, tolerance / factor)].map(([label, rings]) => {
		const placed = rings.map((ring) => transformContour(ring, [factor, 0, 0, factor, left, top]))
		const cut = combine('overlap', placed, piece, { subjectRule: 'evenodd', clipRule: 'evenodd' })
		const [lightness, a, b] = medianOf(colours, tidy, seen, label)
		return { contours: cut, colour: hexOf(lightness, a, b), share: areaOf(cut) / whole, lightness }
	})
	return regions
		.filter((region) => region.contours.length > 0)
		.sort((a, b) => a.lightness - b.lightness)
		.map(({ lightness: _, ...region }) => region)
}

const NO_LABEL = 254

/** Pixels over a piece and some way round it, beyond the photo too. */
function gridAround(piece: readonly Contour[]): Grid | null {
	if (piece.length === 0) return null
	const box = piece.map(contourBounds).reduce(joinBoxes)
	const size = (box.maxX - box.minX) * (box.maxY - box.minY)
	if (!(size > 0)) return null
	const factor = Math.max(1, Math.ceil(Math.sqrt(size / MOST_PX)))
	const { minX, minY, maxX, maxY } = growBox(box, ROUND_PX * factor)
	const [left, top] = [Math.floor(minX), Math.floor(minY)]
	return {
		left,
		top,
		factor,
		width: Math.ceil((maxX - left) / factor),
		height: Math.ceil((maxY - top) / factor),
	}
}

/** 1 where the photo shows the piece's own colour: well within it, and on the photo. */
function pixelsSeen(photo: Pixels, piece: readonly Contour[], grid: Grid): Uint8Array {
	const inside = insideOf(piece, grid)
	const { left, top, factor, width, height } = grid
	for (let k = 0; k < inside.length; k++) {
		const x = left + (k % width) * factor
		const y = top + Math.floor(k / width) * factor
		if (x < 0 || y < 0 || x >= photo.width || y >= photo.height) inside[k] = 0
	}
	const well = inside.slice()
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++)
			for (const [dx, dy] of RIM) if (!inside[(y + dy) * width + x + dx]) well[y * width + x] = 0
	return well.includes(1) ? well : inside
}

const RIM = [
	[RIM_PX, 0],
	[-RIM_PX, 0],
	[0, RIM_PX],
	[0, -RIM_PX],
] as const

/** The photo's colours in the pixels of a grid, each the mean of those it stands for, smoothed a little. */
function smoothedColours(photo: Pixels, grid: Grid): Float32Array {
	const { left, top, factor, width, height } = grid
	const data = new Uint8ClampedArray(4 * width * height)
	const clamp = (v: number, most: number) => Math.max(0, Math.min(most - 1, v))
	// A few pixels stand for all of a large square: the mean of more would look the same.
	const steps = Math.min(factor, MOST_SAMPLES)
	for (let k = 0; k < width * height; k++) {
		const x0 = left + (k % width) * factor
		const y0 = top + Math.floor(k / width) * factor
		const sum = [0, 0, 0]
		for (let j = 0; j < steps; j++)
			for (let i = 0; i < steps; i++) {
				const x = clamp(x0 + Math.floor(((i + 0.5) * factor) / steps), photo.width)
				const y = clamp(y0 + Math.floor(((j + 0.5) * factor) / steps), photo.height)
				const from = 4 * (y * photo.width + x)
				for (const c of [0, 1, 2]) sum[c] = item(sum, c) + byteAt(photo.data, from + c)
			}
		for (const c of [0, 1, 2]) data[4 * k + c] = item(sum, c) / steps ** 2
		data[4 * k + 3] = 255
	}
	return mean3(mean3(coloursOf({ width, height, data }), width), width)
}

const MOST_SAMPLES = 4

/** Each the mean of three by three, at the border of those there are. */
function mean3(colours: Float32Array, width: number): Float32Array {
	const height = colours.length / 3 / width
	const made = new Float32Array(colours.length)
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++)
			for (let c = 0; c < 3; c++) {
				let [sum, count] = [0, 0]
				for (let j = Math.max(0, y - 1); j <= Math.min(height - 1, y + 1); j++)
					for (let i = Math.max(0, x - 1); i <= Math.min(width - 1, x + 1); i++) {
						sum += floatAt(colours, 3 * (j * width + i) + c)
						count++
					}
				made[3 * (y * width + x) + c] = sum / count
			}
	return made
}

/** Pixels without a label take that of the nearest one with it. */
function spread(labels: Uint8Array, width: number): Uint8Array {
	const made = labels.slice()
	const queue: number[] = []
	for (let k = 0; k < made.length; k++) if (byteAt(made, k) !== NO_LABEL) queue.push(k)
	for (let n = 0; n < queue.length; n++) {
		const k = item(queue, n)
		for (const j of beside(k, width, made.length)) {
			if (byteAt(made, j) !== NO_LABEL) continue
			made[j] = byteAt(made, k)
			queue.push(j)
		}
	}
	return made
}

function beside(k: number, width: number, all: number): number[] {
	const x = k % width
	const near: number[] = []
	if (x > 0) near.push(k - 1)
	if (x < width - 1) near.push(k + 1)
	if (k >= width) near.push(k - width)
	if (k < all - width) near.push(k + width)
	return near
}

/** Of each pixel the label that most of those round it have, its own where as many have that. */
function commonest(labels: Uint8Array, width: number, count: number): Uint8Array {
	const height = labels.length / width
	const made = labels.slice()
	for (let y = 0; y < height; y++) {
		const counts = new Int32Array(count)
		const [first, last] = [Math.max(0, y - SMOOTH_PX), Math.min(height - 1, y + SMOOTH_PX)]
		const column = (x: number, by: number) => {
			if (x < 0 || x >= width) return
			for (let j = first; j <= last; j++) {
				const label = byteAt(labels, j * width + x)
				counts[label] = intAt(counts, label) + by
			}
		}
		for (let x = 0; x < SMOOTH_PX; x++) column(x, 1)
		for (let x = 0; x < width; x++) {
			column(x + SMOOTH_PX, 1)
			column(x - SMOOTH_PX - 1, -1)
			let best = byteAt(labels, y * width + x)
			for (let label = 0; label < count; label++)
				if (intAt(counts, label) > intAt(counts, best)) best = label
			made[y * width + x] = best
		}
	}
	return made
}

/** Areas of fewer pixels become part of the one that most of their border is shared with, smallest first. */
function meltSpecks(labels: Uint8Array, width: number, least: number): void {
	for (;;) {
		const parts = partsOf(labels, width)
		const specks = parts.filter((part) => part.length < least)
		if (specks.length === 0 || specks.length === parts.length) return
		specks.sort((a, b) => a.length - b.length)
		let melted = false
		for (const speck of specks) {
			const own = byteAt(labels, item(speck, 0))
			const shared = new Map<number, number>()
			for (const k of speck)
				for (const j of beside(k, width, labels.length)) {
					const label = byteAt(labels, j)
					if (label !== own) countOne(shared, label)
				}
			const most = [...shared].sort((a, b) => b[1] - a[1])[0]
			if (!most) continue
			for (const k of speck) labels[k] = most[0]
			melted = true
		}
		if (!melted) return
	}
}

/** The pixels of one label that hang together by their sides, each such part. */
function partsOf(labels: Uint8Array, width: number): number[][] {
	const seen = new Uint8Array(labels.length)
	const parts: number[][] = []
	for (let k = 0; k < labels.length; k++) {
		if (byteAt(seen, k)) continue
		seen[k] = 1
		const part = [k]
		for (let n = 0; n < part.length; n++) {
			const at = item(part, n)
			for (const j of beside(at, width, labels.length)) {
				if (byteAt(seen, j) || byteAt(labels, j) !== byteAt(labels, at)) continue
				seen[j] = 1
				part.push(j)
			}
		}
		parts.push(part)
	}
	return parts
}

function medianOf(
	colours: Float32Array,
	labels: Uint8Array,
	seen: Uint8Array,
	label: number,
): readonly [number, number, number] {
	const own: number[] = []
	for (let k = 0; k < labels.length; k++)
		if (byteAt(labels, k) === label && byteAt(seen, k)) own.push(k)
	const median = (c: number) =>
		quantile(Float32Array.from(own, (k) => floatAt(colours, 3 * k + c)).sort(), 0.5)
	return [median(0), median(1), median(2)]
}

function areaOf(contours: readonly Contour[]): number {
	return Math.abs(contours.reduce((sum, one) => sum + signedArea(flattenContour(one, 0.05)), 0))
}
