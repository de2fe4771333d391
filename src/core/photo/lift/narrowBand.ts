import { at, byteAt, intAt } from '../../geometry/numbers'
import { addTo, logDensity, type Mixture, mixtureFrom, mixtureOf } from './mixture'
import { boundariesOf, clamped, type Ground, parted, SURE, sureOf } from './parting'

/** A px of boundary where nothing changes, as a log likelihood. */
const SMOOTH = 10
/** Colours are gathered by squares of so many px, each with those round it; … */
const CELL_PX = 24
/** … not nearer to the boundary than this, px, … */
const ASIDE_PX = 2
/** … and count if there are so many. */
const LEAST_COLOURS = 40
/** Models of all of a side are made from so many of its pixels at most. */
const MOST_COLOURS = 12_000

/**
 * The boundary of what is inside sought anew in a narrow band about it, at full size: by the colours of all
 * of either side, and by those near the place (Lombaert, Sun, Grady & Xu, 2005).
 * @param seeds what is known of each pixel
 * @param band how far the boundary may go, px
 */
export function refinedInBand(
	ground: Ground,
	seeds: Uint8Array,
	inside: Uint8Array,
	band: number,
): Uint8Array {
	const { width, height, colours } = ground
	const away = distances(inside, width, height, band + 2)
	const places: number[] = []
	for (let k = 0; k < away.length; k++) if (byteAt(away, k) <= band + 1) places.push(k)
	if (places.length === 0) return inside
	const ours = sampled(inside, away, 1)
	const others = sampled(inside, away, 0)
	if (ours.length === 0 || others.length === 0) return inside
	const [object, around] = [mixtureOf(colours, ours), mixtureOf(colours, others)]
	const near = nearby(ground, inside, away)
	const asked = Int32Array.from(places)
	const likely = new Float64Array(asked.length)
	for (let n = 0; n < asked.length; n++) {
		const k = intAt(asked, n)
		const sure = sureOf(byteAt(seeds, k))
		if (sure !== 0) likely[n] = sure
		else if (byteAt(away, k) > band) likely[n] = byteAt(inside, k) ? SURE : -SURE
		else {
			const all = logDensity(object, colours, 3 * k) - logDensity(around, colours, 3 * k)
			const cell = near(k)
			const here = cell
				? logDensity(cell[0], colours, 3 * k) - logDensity(cell[1], colours, 3 * k)
				: all
			likely[n] = clamped((all + here) / 2)
		}
	}
	const next = parted(boundariesOf(ground, asked, SMOOTH), likely)
	const refined = inside.slice()
	for (let n = 0; n < asked.length; n++) refined[intAt(asked, n)] = byteAt(next, n)
	return refined
}

/** How far each pixel is from the other side, px, in steps up to `most`. */
function distances(inside: Uint8Array, width: number, height: number, most: number): Uint8Array {
	const away = new Uint8Array(inside.length).fill(Math.min(255, most))
	const nearer = (k: number, n: number) => {
		const far = byteAt(inside, n) === byteAt(inside, k) ? byteAt(away, n) + 1 : 1
		if (far < byteAt(away, k)) away[k] = far
	}
	for (let round = 0; round < 2; round++) {
		for (let y = 0, k = 0; y < height; y++)
			for (let x = 0; x < width; x++, k++) {
				if (x > 0) nearer(k, k - 1)
				if (y > 0) nearer(k, k - width)
			}
		for (let y = height - 1, k = width * height - 1; y >= 0; y--)
			for (let x = width - 1; x >= 0; x--, k--) {
				if (x < width - 1) nearer(k, k + 1)
				if (y < height - 1) nearer(k, k + width)
			}
	}
	return away
}

function sampled(inside: Uint8Array, away: Uint8Array, side: number): Int32Array {
	let count = 0
	for (let k = 0; k < inside.length; k++)
		if (byteAt(inside, k) === side && byteAt(away, k) > ASIDE_PX) count++
	const every = Math.max(1, Math.floor(count / MOST_COLOURS))
	const kept: number[] = []
	let n = 0
	for (let k = 0; k < inside.length; k++)
		if (byteAt(inside, k) === side && byteAt(away, k) > ASIDE_PX && n++ % every === 0) kept.push(k)
	return Int32Array.from(kept)
}

/** The colours of either side near a pixel; `null` where there are too few. */
function nearby(
	{ width, height, colours }: Ground,
	inside: Uint8Array,
	away: Uint8Array,
): (k: number) => readonly [Mixture, Mixture] | null {
	const across = Math.ceil(width / CELL_PX)
	const down = Math.ceil(height / CELL_PX)
	const cellOf = (k: number) =>
		Math.floor(Math.floor(k / width) / CELL_PX) * across + Math.floor((k % width) / CELL_PX)
	const sums = [0, 1].map(() => Array.from({ length: across * down }, () => new Float64Array(10)))
	for (let k = 0; k < inside.length; k++) {
		if (byteAt(away, k) <= ASIDE_PX) continue
		const sum = sums[byteAt(inside, k)]?.[cellOf(k)]
		if (sum) addTo(sum, colours, 3 * k)
	}
	const made = new Map<number, readonly [Mixture, Mixture] | null>()
	return (k) => {
		const cell = cellOf(k)
		const kept = made.get(cell)
		if (kept !== undefined) return kept
		const [cx, cy] = [cell % across, Math.floor(cell / across)]
		const [others, ours] = [0, 1].map((side) => {
			const sum = new Float64Array(10)
			for (let y = Math.max(0, cy - 1); y <= Math.min(down - 1, cy + 1); y++)
				for (let x = Math.max(0, cx - 1); x <= Math.min(across - 1, cx + 1); x++)
					for (const [i, v] of (sums[side]?.[y * across + x] ?? []).entries())
						sum[i] = at(sum, i) + v
			return sum
		}) as [Float64Array, Float64Array]
		const enough = at(ours, 0) >= LEAST_COLOURS && at(others, 0) >= LEAST_COLOURS
		const models = enough
			? ([mixtureFrom([ours], at(ours, 0)), mixtureFrom([others], at(others, 0))] as const)
			: null
		made.set(cell, models)
		return models
	}
}
