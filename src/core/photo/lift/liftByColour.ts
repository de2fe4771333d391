import { combine } from '../../combine/combine'
import { type Box, growBox, joinBoxes } from '../../geometry/box'
import { byteAt, floatAt, intAt, quantile } from '../../geometry/numbers'
import type { Point } from '../../geometry/point'
import { contourBounds } from '../../path/contour'
import type { Contour } from '../../path/model'
import { transformContour } from '../../path/pieces'
import { coloursOf } from '../colours'
import { insideOf } from '../inside'
import type { Pixels } from '../pixels'
import { bandOf } from './band'
import { NothingToLift } from './hint'
import { matteOf } from './matte'
import { outlineOf, ringsAbout } from './outlines'
import { halved, partOf } from './pyramid'

export interface ByColourOptions {
	/** The area lies within these outlines. */
	readonly within?: readonly Contour[]
	/** How far the outline may leave the area's edge, px; 0.8 unless said otherwise. */
	readonly tolerance?: number
	/** How unlike the colour at the place others may be, in just noticeable differences; 4 unless said otherwise. */
	readonly spread?: number
	/** Only what hangs together with the place; so unless said otherwise. */
	readonly near?: boolean
	/**
	 * No more pixels than so many are looked at: fewer are quicker and rougher; 1.5 million unless said otherwise. Where
	 * it is said, what is looked at is kept for the next time: the photo must stay as it is.
	 */
	readonly most?: number
}

const TOLERANCE_PX = 0.8
const SPREAD = 4
/** A just noticeable difference, as colours are counted here. */
const NOTICEABLE = 2
/** The colour is that of so many pixels this way and that about the place. */
const ROUND_PX = 2
/** Nothing is done at more pixels unless said otherwise. */
const MOST_PX = 1.5e6
/** Smaller areas, and gaps in them, are grain, px². */
const SMALLEST_PX2 = 40
/** So near to the outlines it is held within, an area reaches them, px. */
const RIM_PX = 3

/**
 * One area of like colour, such as a reflection, a patch or a marking.
 * @param at where, px of the photo
 * @returns closed; parts clockwise on screen and openings the other way; none cross `within`
 * @throws NothingToLift with a reason in words where the place is outside, or too small an area is alike
 */
export function liftByColour(photo: Pixels, at: Point, o: ByColourOptions = {}): Contour[] {
	const { within = [], tolerance = TOLERANCE_PX, spread = SPREAD, near = true } = o
	const most = Math.max(1, o.most ?? MOST_PX)
	if (![...at, spread, tolerance, most].every(Number.isFinite))
		throw new NothingToLift('Some of the numbers are not numbers.')
	if (at[0] < 0 || at[1] < 0 || at[0] >= photo.width || at[1] >= photo.height)
		throw new NothingToLift('There is no photo here whose colour could be taken.')
	const box = boxFor(photo, within)
	const [left, top] = [box.minX, box.minY]
	const { part, scale } =
		o.most === undefined ? smallPart(photo, box, most) : keptPart(photo, box, most)
	const { width, height } = part
	const [x, y] = [Math.floor((at[0] - left) / scale), Math.floor((at[1] - top) / scale)]
	const held =
		within.length > 0 ? insideOf(within, { left, top, factor: scale, width, height }) : null
	const place = y * width + x
	if (x < 0 || y < 0 || x >= width || y >= height || (held && !byteAt(held, place)))
		throw new NothingToLift('Click inside the piece that the area is to lie in.')
	const alike = likeAt(part, x, y, spread * NOTICEABLE)
	if (held) for (let k = 0; k < alike.length; k++) if (!byteAt(held, k)) alike[k] = 0
	const area = near ? connected(alike, width, place) : alike
	if (held) reachRim(area, held, width, height)
	const matte = matteOf(part, area)
	const rings = ringsAbout(matte, width, height, SMALLEST_PX2 / scale ** 2, () => false)
	if (rings.length === 0)
		throw new NothingToLift('Hardly anything here is of this colour: drag to widen the spread.')
	const made = rings
		.map((ring) => outlineOf(ring, tolerance / scale))
		.map((one) => transformContour(one, [scale, 0, 0, scale, left, top]))
	return within.length > 0 ? combine('overlap', made, within, { clipRule: 'evenodd' }) : made
}

/** Parts by the photo they are of, and how they were asked for: who widens an area asks for the same one again and again. */
const smallParts = new WeakMap<Pixels, { readonly key: string; readonly small: Small }>()

interface Small {
	readonly part: Pixels
	/** Px of the photo for one of the part. */
	readonly scale: number
}

function keptPart(photo: Pixels, box: Box, most: number): Small {
	const key = [box.minX, box.minY, box.maxX, box.maxY, most].join()
	const kept = smallParts.get(photo)
	if (kept?.key === key) return kept.small
	const small = smallPart(photo, box, most)
	smallParts.set(photo, { key, small })
	return small
}

/** A part of a photo at so many pixels at most. */
function smallPart(photo: Pixels, box: Box, most: number): Small {
	let part = partOf(photo, box.minX, box.minY, box.maxX - box.minX, box.maxY - box.minY)
	let scale = 1
	for (; part.width * part.height > most; scale *= 2) part = halved(part)
	return { part, scale }
}

/** The part of the photo that is looked at, whole px. */
function boxFor({ width, height }: Pixels, within: readonly Contour[]): Box {
	const whole: Box = { minX: 0, minY: 0, maxX: width, maxY: height }
	if (within.length === 0) return whole
	const about = growBox(within.map(contourBounds).reduce(joinBoxes), 2 * RIM_PX)
	const box = {
		minX: Math.max(0, Math.floor(about.minX)),
		minY: Math.max(0, Math.floor(about.minY)),
		maxX: Math.min(width, Math.ceil(about.maxX)),
		maxY: Math.min(height, Math.ceil(about.maxY)),
	}
	if (box.maxX <= box.minX || box.maxY <= box.minY)
		throw new NothingToLift('The piece lies outside the photo.')
	return box
}

/** 1 for each pixel that, with those round it, is no further from the colour at a place. */
function likeAt(part: Pixels, x: number, y: number, most: number): Uint8Array {
	const { width, height } = part
	const colours = coloursOf(part)
	const round = placesRound(part, x, y)
	const middle = [0, 1, 2].map((c) => medianOf(round.map((k) => floatAt(colours, 3 * k + c))))
	const [a = 0, b = 0, c = 0] = middle
	let nearness: Float32Array = new Float32Array(width * height)
	for (let k = 0; k < nearness.length; k++) {
		const away = Math.hypot(
			floatAt(colours, 3 * k) - a,
			floatAt(colours, 3 * k + 1) - b,
			floatAt(colours, 3 * k + 2) - c,
		)
		// Alike and unlike count the same, so that an edge stays where it is when this is smoothed.
		nearness[k] = Math.max(-most, most - away)
	}
	for (let turn = 0; turn < SMOOTHED; turn++)
		nearness = alongColumns(alongRows(nearness, width), width)
	return Uint8Array.from(nearness, (v) => (v > 0 ? 1 : 0))
}

/** Means over so many pixels this way and that, … */
const MEAN_PX = 4
/** … so many times: grain and shading make no ragged edges then. */
const SMOOTHED = 2

function alongRows(values: Float32Array, width: number): Float32Array {
	const made = new Float32Array(values.length)
	for (let row = 0; row < values.length; row += width) runningMean(values, made, row, 1, width)
	return made
}

function alongColumns(values: Float32Array, width: number): Float32Array {
	const made = new Float32Array(values.length)
	for (let column = 0; column < width; column++)
		runningMean(values, made, column, width, values.length / width)
	return made
}

/** Means along a line of pixels; beyond its ends it is as at them. */
function runningMean(
	from: Float32Array,
	to: Float32Array,
	start: number,
	stride: number,
	count: number,
): void {
	const value = (n: number) => floatAt(from, start + stride * Math.max(0, Math.min(count - 1, n)))
	let sum = 0
	for (let n = -MEAN_PX; n <= MEAN_PX; n++) sum += value(n)
	for (let n = 0; n < count; n++) {
		to[start + stride * n] = sum / (2 * MEAN_PX + 1)
		sum += value(n + MEAN_PX + 1) - value(n - MEAN_PX)
	}
}

/** The pixels about a place. */
function placesRound({ width, height }: Pixels, x: number, y: number): number[] {
	const places: number[] = []
	for (let j = Math.max(0, y - ROUND_PX); j <= Math.min(height - 1, y + ROUND_PX); j++)
		for (let i = Math.max(0, x - ROUND_PX); i <= Math.min(width - 1, x + ROUND_PX); i++)
			places.push(j * width + i)
	return places
}

const medianOf = (values: number[]): number =>
	quantile(
		values.sort((a, b) => a - b),
		0.5,
	)

/** The colour about a place, `#rrggbb`. @param at px of the photo, within it */
export function colourAt(photo: Pixels, at: Point): string {
	const round = placesRound(photo, Math.floor(at[0]), Math.floor(at[1]))
	const levels = [0, 1, 2].map((c) => medianOf(round.map((k) => byteAt(photo.data, 4 * k + c))))
	return `#${levels.map((level) => level.toString(16).padStart(2, '0')).join('')}`
}

/** What hangs together with a place by sides. */
function connected(inside: Uint8Array, width: number, place: number): Uint8Array {
	const made = new Uint8Array(inside.length)
	const queue = new Int32Array(inside.length)
	let end = 0
	const reach = (k: number) => {
		if (!byteAt(inside, k) || byteAt(made, k)) return
		made[k] = 1
		queue[end++] = k
	}
	reach(place)
	for (let n = 0; n < end; n++) {
		const k = intAt(queue, n)
		const x = k % width
		if (x > 0) reach(k - 1)
		if (x < width - 1) reach(k + 1)
		if (k >= width) reach(k - width)
		if (k < inside.length - width) reach(k + width)
	}
	return made
}

/** Where an area comes near to what it is held in, it goes on across the rim: where that ends, it is cut. */
function reachRim(area: Uint8Array, held: Uint8Array, width: number, height: number): void {
	const rim = bandOf(held, width, height, RIM_PX)
	for (let round = 0; round < 2 * RIM_PX; round++) {
		const grown: number[] = []
		for (const k of rim.places) {
			if (byteAt(area, k)) continue
			const x = k % width
			const beside =
				(x > 0 && byteAt(area, k - 1)) ||
				(x < width - 1 && byteAt(area, k + 1)) ||
				(k >= width && byteAt(area, k - width)) ||
				(k < area.length - width && byteAt(area, k + width))
			if (beside) grown.push(k)
		}
		for (const k of grown) area[k] = 1
	}
}
