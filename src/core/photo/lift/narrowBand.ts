import { at, byteAt, floatAt, intAt } from '../../geometry/numbers'
import { coloursOf } from '../colours'
import type { Pixels } from '../pixels'
import { type Band, bandOf, spreadOver } from './band'
import { addTo, logDensity, type Mixture, mixtureFrom, mixtureOf } from './mixture'
import { type Boundaries, boundariesOf, clamped, parted, SURE, sureOf } from './parting'

/** A px of boundary where nothing changes, as a log likelihood. */
const SMOOTH = 6
/** How much is believed of what a pixel's colour says by all of either side, by those near it, and of what the model says. */
const ALL_WEIGHT = 0.35
const NEAR_WEIGHT = 0.5
const PRIOR_WEIGHT = 0.7
/** Colours near a place are gathered by squares of so many px, each with those round it; … */
const CELL_PX = 24
/** … nearer to the boundary than this they are mixed, … */
const ASIDE_PX = 2
/** … further beyond the band than this they are not near; … */
const GATHERED_PX = 14
/** … and they count if there are so many. */
const LEAST_COLOURS = 40
/** Models of all of a side are made from so many of its pixels at most. */
const MOST_COLOURS = 4000

/**
 * Of what is thin no colours can be gathered: they count so much less there, the model so much more, as a log
 * likelihood, and a boundary costs this share.
 */
const THIN_COLOUR = 0.25
const THIN_MORE = 0.5
const THIN_SMOOTH = 0.3

/** What is known of each pixel. */
export interface Known {
	readonly seeds: Uint8Array
	/** 1 where the object is so thin that its boundary may be long. */
	readonly thin?: Uint8Array
}

/** Where things are thin a boundary costs less. */
function softened({ caps, neighbours }: Boundaries, places: Int32Array, thin: Uint8Array): void {
	for (let n = 0; n < places.length; n++) {
		if (!byteAt(thin, intAt(places, n))) continue
		for (let d = 0; d < 8; d++) {
			const m = intAt(neighbours, 8 * n + d)
			if (m < 0) continue
			const cost = Math.round(THIN_SMOOTH * intAt(caps, 8 * n + d))
			caps[8 * n + d] = cost
			caps[8 * m + ((d + 4) & 7)] = cost
		}
	}
}

/**
 * The boundary of what is inside sought anew in a narrow band about it: by the colours of all of either side,
 * and by those near the place (Lombaert, Sun, Grady & Xu, 2005).
 * @param steps how far the boundary may go, px
 * @param prior what else is known of pixels, as a log likelihood
 */
export function refinedInBand(
	picture: Pixels,
	{ seeds, thin }: Known,
	inside: Uint8Array,
	steps: number,
	prior: (places: Int32Array) => Float32Array,
): Uint8Array {
	const { width, height } = picture
	const band = bandOf(inside, width, height, steps + GATHERED_PX)
	const { places, away } = band
	const [object, around] = [1, 0].map((side) => {
		const spread = spreadOver(inside, band, side, width, { aside: ASIDE_PX, most: MOST_COLOURS })
		return spread.length > 0 ? mixtureOf(coloursOf(picture, spread)) : null
	})
	if (!object || !around) return inside
	const colours = coloursOf(picture, places)
	const near = nearby(colours, inside, band, width)
	const beyond = places.findIndex((k) => byteAt(away, k) > steps + 1)
	const asked = beyond < 0 ? places : places.subarray(0, beyond)
	const likely = new Float64Array(asked.length)
	const said = prior(asked)
	for (let n = 0; n < asked.length; n++) {
		const k = intAt(asked, n)
		const sure = sureOf(byteAt(seeds, k))
		if (sure !== 0) likely[n] = sure
		else if (byteAt(away, k) > steps) likely[n] = byteAt(inside, k) ? SURE : -SURE
		else {
			const all = logDensity(object, colours, 3 * n) - logDensity(around, colours, 3 * n)
			const cell = near(k)
			const here = cell
				? logDensity(cell[0], colours, 3 * n) - logDensity(cell[1], colours, 3 * n)
				: all
			const colour = ALL_WEIGHT * all + NEAR_WEIGHT * here
			const own = floatAt(said, n)
			likely[n] =
				thin && byteAt(thin, k)
					? THIN_COLOUR * clamped(colour) + own + THIN_MORE
					: clamped(colour) + PRIOR_WEIGHT * own
		}
	}
	const boundaries = boundariesOf({ width, height, colours }, asked, SMOOTH)
	if (thin) softened(boundaries, asked, thin)
	const next = parted(boundaries, likely)
	const refined = inside.slice()
	for (let n = 0; n < asked.length; n++) refined[intAt(asked, n)] = byteAt(next, n)
	return refined
}

/** The colours of either side near a pixel; `null` where there are too few. */
function nearby(
	colours: Float32Array,
	inside: Uint8Array,
	{ places, away }: Band,
	width: number,
): (k: number) => readonly [Mixture, Mixture] | null {
	// A column more than there is: what is left of the first is none.
	const across = Math.ceil(width / CELL_PX) + 1
	const cellOf = (k: number) =>
		Math.floor(Math.floor(k / width) / CELL_PX) * across + Math.floor((k % width) / CELL_PX)
	/** Of each cell the sums of what is outside, and of what is inside. */
	const sums = new Map<number, readonly [Float64Array, Float64Array]>()
	for (let n = 0; n < places.length; n++) {
		const k = intAt(places, n)
		if (byteAt(away, k) <= ASIDE_PX) continue
		const cell = cellOf(k)
		let own = sums.get(cell)
		if (!own) {
			own = [new Float64Array(10), new Float64Array(10)]
			sums.set(cell, own)
		}
		addTo(own[byteAt(inside, k) === 1 ? 1 : 0], colours, 3 * n)
	}
	const round = (cell: number, side: 0 | 1) => {
		const sum = new Float64Array(10)
		for (const row of [-across, 0, across])
			for (const column of [-1, 0, 1])
				for (const [i, v] of (sums.get(cell + row + column)?.[side] ?? []).entries())
					sum[i] = at(sum, i) + v
		return sum
	}
	const made = new Map<number, readonly [Mixture, Mixture] | null>()
	return (k) => {
		const cell = cellOf(k)
		const kept = made.get(cell)
		if (kept !== undefined) return kept
		const [others, ours] = [round(cell, 0), round(cell, 1)]
		const enough = at(ours, 0) >= LEAST_COLOURS && at(others, 0) >= LEAST_COLOURS
		const models = enough
			? ([mixtureFrom([ours], at(ours, 0)), mixtureFrom([others], at(others, 0))] as const)
			: null
		made.set(cell, models)
		return models
	}
}
