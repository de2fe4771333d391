import { byteAt, floatAt, intAt } from '../../geometry/numbers'
import { OUT } from './hint'

/** Sharpness is told apart by so many steps of its unit, up to so much. */
const STEPS = 64
const MOST = 8

/**
 * How sharp an edge must be crossed on the way in from what is outside, at the least: the sharpest place of the way
 * whose sharpest place is softest (a minimax path; Pollack, 1960), found by flooding from outside. Light that falls
 * off and soft shadows are entered without an edge, objects are not.
 * @param sharpness of each pixel, 0 to 8
 * @param seeds what lies outside is `OUT`
 * @returns in the unit of sharpness; 0 outside, 8 where nothing is outside
 */
export function enclosure(sharpness: Float32Array, seeds: Uint8Array, width: number): Float32Array {
	const count = sharpness.length
	const levels = STEPS * MOST + 1
	const level = (k: number) => Math.min(levels - 1, Math.round(STEPS * floatAt(sharpness, k)))
	/** Pixels by the level at which they are reached, as lists: the first of each level, and of each pixel the next. */
	const first = new Int32Array(levels).fill(-1)
	const next = new Int32Array(count).fill(-1)
	const reached = new Int32Array(count).fill(levels)
	const reach = (k: number, at: number) => {
		if (intAt(reached, k) <= at) return
		reached[k] = at
		next[k] = intAt(first, at)
		first[at] = k
	}
	for (let k = 0; k < count; k++) if (byteAt(seeds, k) === OUT) reach(k, 0)
	for (let now = 0; now < levels; now++)
		for (let k = intAt(first, now); k >= 0; k = intAt(first, now)) {
			first[now] = intAt(next, k)
			const x = k % width
			if (x > 0) reach(k - 1, Math.max(now, level(k - 1)))
			if (x < width - 1) reach(k + 1, Math.max(now, level(k + 1)))
			if (k >= width) reach(k - width, Math.max(now, level(k - width)))
			if (k < count - width) reach(k + width, Math.max(now, level(k + width)))
		}
	const made = new Float32Array(count)
	for (let k = 0; k < count; k++) made[k] = Math.min(MOST, intAt(reached, k) / STEPS)
	return made
}

/** The sharpest of each pixel and those round it: gaps of a pixel in an edge are closed. */
export function closed(sharpness: Float32Array, width: number): Float32Array {
	const count = sharpness.length
	const rows = new Float32Array(count)
	for (let k = 0; k < count; k++) {
		const x = k % width
		const own = floatAt(sharpness, k)
		const before = x > 0 ? floatAt(sharpness, k - 1) : own
		const after = x < width - 1 ? floatAt(sharpness, k + 1) : own
		rows[k] = Math.max(own, before, after)
	}
	const made = new Float32Array(count)
	for (let k = 0; k < count; k++) {
		const own = floatAt(rows, k)
		const above = k >= width ? floatAt(rows, k - width) : own
		const below = k < count - width ? floatAt(rows, k + width) : own
		made[k] = Math.max(own, above, below)
	}
	return made
}
