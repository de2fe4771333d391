import { at, byteAt, floatAt, intAt } from '../../geometry/numbers'
import { LIGHT } from '../light'
import type { Pixels } from '../pixels'
import { bandOf } from './band'

/** The lens mixes the two sides of a boundary so far from it, px. */
const MIXED_PX = 3
/** Colours of either side are gathered so far round a pixel, px; … */
const GATHERED_PX = 6
/** … those beside the boundary are mixed themselves and count so little, by their steps from it. */
const COUNTS = [0, 0.02, 0.25, 1, 1, 1, 1, 1, 1, 1]
/** A side that has fewer colours than this, in all, is not known. */
const LEAST_COUNT = 0.05
/** Grain is at least so strong, σ of light's square root. */
const GRAIN = 0.008
/** Beside a sharp edge colours are those of the sides already so few steps from it; further off they are sure to be. */
const BESIDE_STEPS = 3
const OFF_STEPS = 6
/** Where they have come less of the way there, as a share, the edge is soft, a shadow's; from the second on it is sharp. */
const SOFT = 0.45
const SHARP = 0.75
/** Colours part two sides if they are so many times as unlike as they are rough, squared. */
const TELLING = 4

export interface Matte {
	/** How much of each pixel is the object's, 0 to 1. */
	readonly cover: Float32Array
	/** How far its light tells, 0 to 1; where 0 only what was said of the pixels is known. */
	readonly trust: Float32Array
}

/**
 * How much of each pixel is the object's, 0 to 1: what its light is mixed of, from the light of either side
 * near by (as alpha is estimated; Porter & Duff, 1984). Where the sides are too alike to tell, what the
 * pixels of the boundary say, evened out.
 * @param inside 1 for each pixel that is the object's: 3 px from the boundary they are wholly what they are said to be
 */
export function matteOf(picture: Pixels, inside: Uint8Array): Matte {
	const { width, height } = picture
	const { places, away } = bandOf(inside, width, height, MIXED_PX + GATHERED_PX)
	const beyond = places.findIndex((k) => byteAt(away, k) > MIXED_PX)
	const asked = beyond < 0 ? places : places.subarray(0, beyond)
	const roots = rootsOf(picture, places)
	const number = new Int32Array(width * height).fill(-1)
	for (let n = 0; n < places.length; n++) number[intAt(places, n)] = n
	const cover = Float32Array.from(inside)
	const made = new Float32Array(asked.length)
	const trusts = new Float32Array(inside.length)
	const sums = [new Float64Array(8), new Float64Array(8)] as const
	/** Of each side's colours beside the boundary, and off it: counts, then three sums. */
	const beside = [new Float64Array(4), new Float64Array(4)] as const
	const off = [new Float64Array(4), new Float64Array(4)] as const
	for (let n = 0; n < asked.length; n++) {
		const k = intAt(asked, n)
		const x = k % width
		const y = (k - x) / width
		for (const sum of [...sums, ...beside, ...off]) sum.fill(0)
		let [near, all] = [0, 0]
		for (let j = Math.max(0, y - GATHERED_PX); j <= Math.min(height - 1, y + GATHERED_PX); j++)
			for (let i = Math.max(0, x - GATHERED_PX); i <= Math.min(width - 1, x + GATHERED_PX); i++) {
				const m = j * width + i
				const far = (i - x) * (i - x) + (j - y) * (j - y)
				if (far <= 2) {
					const weight = far === 0 ? 4 : far === 1 ? 2 : 1
					near += weight * byteAt(inside, m)
					all += weight
				}
				// Every second pixel tells enough of colours.
				if ((i + j) & 1) continue
				const o = intAt(number, m)
				if (o < 0) continue
				const steps = byteAt(away, m)
				const weight = (COUNTS[steps] ?? 1) / (4 + far)
				const side = byteAt(inside, m) as 0 | 1
				const more = steps >= OFF_STEPS ? off[side] : steps === BESIDE_STEPS ? beside[side] : null
				if (more) {
					more[0] = at(more, 0) + 1
					for (let c = 0; c < 3; c++) more[1 + c] = at(more, 1 + c) + floatAt(roots, 3 * o + c)
				}
				const sum = sums[side]
				sum[0] = at(sum, 0) + weight
				for (let c = 0; c < 3; c++) {
					const v = floatAt(roots, 3 * o + c)
					sum[1 + c] = at(sum, 1 + c) + weight * v
					sum[4 + c] = at(sum, 4 + c) + weight * v * v
				}
			}
		const even = near / all
		made[n] = even
		const [other, own] = sums
		if (at(own, 0) < LEAST_COUNT / 10 || at(other, 0) < LEAST_COUNT / 10) continue
		// Mixed in light, told apart by its square root, in which grain is alike everywhere.
		let [mixed, size, apart, rough] = [0, 0, 0, 0]
		const o = intAt(number, k)
		for (let c = 0; c < 3; c++) {
			const f = at(own, 1 + c) / at(own, 0)
			const b = at(other, 1 + c) / at(other, 0)
			const v = floatAt(roots, 3 * o + c)
			const spread =
				Math.max(0, at(own, 4 + c) / at(own, 0) - f * f) +
				Math.max(0, at(other, 4 + c) / at(other, 0) - b * b)
			apart += (f - b) * (f - b)
			rough += spread + 2 * GRAIN * GRAIN
			// The square root's slope, for differences of light at about the middle.
			const slope = f + b + 1e-3
			mixed += ((v * v - b * b) * (f * f - b * b)) / (slope * slope)
			size += ((f * f - b * b) * (f * f - b * b)) / (slope * slope)
		}
		if (size <= 0) continue
		const share = Math.max(0, Math.min(1, mixed / size))
		const trust = (apart / (apart + TELLING * (rough / 3))) * sharpness(beside, off)
		trusts[k] = trust
		made[n] = trust * share + (1 - trust) * even
	}
	for (let n = 0; n < asked.length; n++) cover[intAt(asked, n)] = floatAt(made, n)
	return { cover, trust: trusts }
}

/** How sharp a boundary is, 0 to 1: how much of the way between its sides colours have come right beside it. */
function sharpness(
	beside: readonly [Float64Array, Float64Array],
	off: readonly [Float64Array, Float64Array],
): number {
	const counts = [beside[0], beside[1], off[0], off[1]].map((sum) => at(sum, 0))
	// Thin parts have nothing off their boundary: of them this says nothing.
	if (counts.some((count) => count === 0)) return 1
	let [near, whole] = [0, 0]
	for (let c = 1; c < 4; c++) {
		const far = at(off[1], c) / at(off[1], 0) - at(off[0], c) / at(off[0], 0)
		near += far * (at(beside[1], c) / at(beside[1], 0) - at(beside[0], c) / at(beside[0], 0))
		whole += far * far
	}
	const come = whole > 0 ? near / whole : 1
	return Math.max(0, Math.min(1, (come - SOFT) / (SHARP - SOFT)))
}

/** The square root of the light of each of three channels, of some pixels in turn. */
function rootsOf({ data }: Pixels, places: Int32Array): Float32Array {
	const made = new Float32Array(3 * places.length)
	for (let n = 0; n < places.length; n++) {
		const p = 4 * intAt(places, n)
		for (let c = 0; c < 3; c++) made[3 * n + c] = floatAt(ROOTS, byteAt(data, p + c))
	}
	return made
}

const ROOTS = LIGHT.map(Math.sqrt)
