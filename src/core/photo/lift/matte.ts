import { at, byteAt } from '../../geometry/numbers'
import { LIGHT } from '../light'
import type { Pixels } from '../pixels'
import { bandOf } from './band'
import { partOf } from './pyramid'

/** The lens mixes the two sides of a boundary so far from it, px. */
const MIXED_PX = 3
/** Colours of either side are gathered so far round a pixel, px; … */
const GATHERED_PX = 6
/** … those beside the boundary are mixed themselves and count so little, by their steps from it. */
const COUNTS = Float64Array.of(0, 0.02, 0.25, 1, 1, 1, 1, 1, 1, 1)
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

/** Of each pixel round one what it counts for by how far off it is. */
const ACROSS = 2 * GATHERED_PX + 1
const NEARNESS = Float64Array.from(
	{ length: ACROSS * ACROSS },
	(_, k) =>
		1 / (4 + ((k % ACROSS) - GATHERED_PX) ** 2 + (Math.floor(k / ACROSS) - GATHERED_PX) ** 2),
)
/**
 * What is gathered of either side: the weight of all, three sums, three of squares; then counts and three sums
 * of those beside the boundary, and of those off it.
 */
const PER_SIDE = 15
const [SQUARES, BESIDE, OFF] = [4, 7, 11]
/** The square root of a level's light, in which grain is alike everywhere. */
const ROOTS = Float64Array.from(LIGHT, Math.sqrt)

/**
 * How much of each pixel is the object's, 0 to 1: what its light is mixed of, from the light of either side
 * near by (as alpha is estimated; Porter & Duff, 1984). Where the sides are too alike to tell, what the
 * pixels of the boundary say, evened out. Asked beside the boundary, and on from there as long as the half
 * lies further on: beyond it pixels stay wholly what they are said to be.
 * @param inside 1 for each pixel that is the object's: 3 px from the boundary they are wholly what they are said to be
 */
export function matteOf(picture: Pixels, inside: Uint8Array): Matte {
	const { width, height, data } = picture
	const { places, away } = bandOf(inside, width, height, MIXED_PX + GATHERED_PX)
	const cover = new Float32Array(inside)
	const trust = new Float32Array(inside.length)
	const sums = new Float64Array(2 * PER_SIDE)
	const asked = new Uint8Array(inside.length)
	const queue: number[] = []
	for (const k of places) {
		if (byteAt(away, k) > 1) break
		asked[k] = 1
		queue.push(k)
	}
	for (let n = 0; n < queue.length; n++) {
		const k = queue[n] as number
		const x = k % width
		const y = (k - x) / width
		const even = evened(x, y)
		gather(x, y)
		mix(k, even)
		if ((cover[k] as number) > 0.5 === (inside[k] === 1)) continue
		for (let j = Math.max(0, y - 1); j <= Math.min(height - 1, y + 1); j++)
			for (let i = Math.max(0, x - 1); i <= Math.min(width - 1, x + 1); i++) {
				const m = j * width + i
				if (byteAt(asked, m) || byteAt(away, m) === 0 || byteAt(away, m) > MIXED_PX) continue
				asked[m] = 1
				queue.push(m)
			}
	}
	return { cover, trust }

	/** What the pixels say, with those beside it. */
	function evened(x: number, y: number): number {
		let [near, all] = [0, 0]
		for (let j = Math.max(0, y - 1); j <= Math.min(height - 1, y + 1); j++)
			for (let i = Math.max(0, x - 1); i <= Math.min(width - 1, x + 1); i++) {
				const weight = (i === x ? 2 : 1) * (j === y ? 2 : 1)
				near += weight * byteAt(inside, j * width + i)
				all += weight
			}
		return near / all
	}

	/** The colours of either side round a pixel; every second one tells enough. */
	function gather(x: number, y: number): void {
		sums.fill(0)
		const last = Math.min(width - 1, x + GATHERED_PX)
		for (let j = Math.max(0, y - GATHERED_PX); j <= Math.min(height - 1, y + GATHERED_PX); j++) {
			let i = Math.max(0, x - GATHERED_PX)
			if ((i + j) & 1) i++
			const near = (j - y + GATHERED_PX) * ACROSS + GATHERED_PX - x
			for (; i <= last; i += 2) {
				const m = j * width + i
				const steps = byteAt(away, m)
				if (steps === 0) continue
				const weight = at(COUNTS, steps) * at(NEARNESS, near + i)
				const side = PER_SIDE * byteAt(inside, m)
				const r = at(ROOTS, byteAt(data, 4 * m))
				const g = at(ROOTS, byteAt(data, 4 * m + 1))
				const b = at(ROOTS, byteAt(data, 4 * m + 2))
				sums[side] = at(sums, side) + weight
				sums[side + 1] = at(sums, side + 1) + weight * r
				sums[side + 2] = at(sums, side + 2) + weight * g
				sums[side + 3] = at(sums, side + 3) + weight * b
				sums[side + SQUARES] = at(sums, side + SQUARES) + weight * r * r
				sums[side + SQUARES + 1] = at(sums, side + SQUARES + 1) + weight * g * g
				sums[side + SQUARES + 2] = at(sums, side + SQUARES + 2) + weight * b * b
				if (steps < OFF_STEPS && steps !== BESIDE_STEPS) continue
				const more = side + (steps === BESIDE_STEPS ? BESIDE : OFF)
				sums[more] = at(sums, more) + 1
				sums[more + 1] = at(sums, more + 1) + r
				sums[more + 2] = at(sums, more + 2) + g
				sums[more + 3] = at(sums, more + 3) + b
			}
		}
	}

	/** A pixel's share by what was gathered: mixed in light, told apart by its square root. */
	function mix(k: number, even: number): void {
		cover[k] = even
		const [other, own] = [at(sums, 0), at(sums, PER_SIDE)]
		if (own < LEAST_COUNT / 10 || other < LEAST_COUNT / 10) return
		let [mixed, size, apart, rough] = [0, 0, 0, 0]
		for (let c = 0; c < 3; c++) {
			const f = at(sums, PER_SIDE + 1 + c) / own
			const b = at(sums, 1 + c) / other
			const v = at(ROOTS, byteAt(data, 4 * k + c))
			const spread =
				Math.max(0, at(sums, PER_SIDE + SQUARES + c) / own - f * f) +
				Math.max(0, at(sums, SQUARES + c) / other - b * b)
			apart += (f - b) * (f - b)
			rough += spread + 2 * GRAIN * GRAIN
			// The square root's slope, for differences of light at about the middle.
			const slope = f + b + 1e-3
			mixed += ((v * v - b * b) * (f * f - b * b)) / (slope * slope)
			size += ((f * f - b * b) * (f * f - b * b)) / (slope * slope)
		}
		if (size <= 0) return
		const share = Math.max(0, Math.min(1, mixed / size))
		const told = (apart / (apart + TELLING * (rough / 3))) * sharpness(sums)
		trust[k] = told
		cover[k] = told * share + (1 - told) * even
	}
}

/** What is known of pixels, and how much of each is the object's. */
export interface Matted {
	readonly inside: Uint8Array
	readonly matte: Matte
}

/** Further off than this nothing tells on a pixel's share, px. */
const TELLS_PX = 2 * (MIXED_PX + GATHERED_PX)

/** The same as {@link matteOf} where some of what was inside has changed: sought anew round that alone. */
export function matteAnew(picture: Pixels, inside: Uint8Array, before: Matted): Matted {
	const { width, height } = picture
	let [left, top, right, bottom] = [width, height, 0, 0]
	for (let y = 0, k = 0; y < height; y++)
		for (let x = 0; x < width; x++, k++) {
			if (inside[k] === before.inside[k]) continue
			if (x < left) left = x
			if (x >= right) right = x + 1
			if (y < top) top = y
			bottom = y + 1
		}
	if (right === 0) return before
	const around = (far: number) => {
		let [x, y] = [Math.max(0, left - far), Math.max(0, top - far)]
		// Every second pixel counts, the same ones whatever is looked at.
		if ((x + y) & 1 && x > 0) x--
		else if ((x + y) & 1) y--
		return {
			left: x,
			top: y,
			width: Math.min(width, right + far) - x,
			height: Math.min(height, bottom + far) - y,
		}
	}
	const [told, seen] = [around(TELLS_PX), around(2 * TELLS_PX)]
	const own = new Uint8Array(seen.width * seen.height)
	for (let y = 0; y < seen.height; y++) {
		const from = (seen.top + y) * width + seen.left
		own.set(inside.subarray(from, from + seen.width), y * seen.width)
	}
	const part = partOf(picture, seen.left, seen.top, seen.width, seen.height)
	const anew = matteOf(part, own)
	const [cover, trust] = [before.matte.cover.slice(), before.matte.trust.slice()]
	for (let y = 0; y < told.height; y++) {
		const to = (told.top + y) * width + told.left
		const from = (told.top + y - seen.top) * seen.width + told.left - seen.left
		cover.set(anew.cover.subarray(from, from + told.width), to)
		trust.set(anew.trust.subarray(from, from + told.width), to)
	}
	return { inside, matte: { cover, trust } }
}

/** How sharp a boundary is, 0 to 1: how much of the way between its sides colours have come right beside it. */
function sharpness(sums: Float64Array): number {
	const [outBeside, inBeside] = [at(sums, BESIDE), at(sums, PER_SIDE + BESIDE)]
	const [outOff, inOff] = [at(sums, OFF), at(sums, PER_SIDE + OFF)]
	// Thin parts have nothing off their boundary: of them this says nothing.
	if (outBeside === 0 || inBeside === 0 || outOff === 0 || inOff === 0) return 1
	let [near, whole] = [0, 0]
	for (let c = 1; c < 4; c++) {
		const far = at(sums, PER_SIDE + OFF + c) / inOff - at(sums, OFF + c) / outOff
		near += far * (at(sums, PER_SIDE + BESIDE + c) / inBeside - at(sums, BESIDE + c) / outBeside)
		whole += far * far
	}
	const come = whole > 0 ? near / whole : 1
	return Math.max(0, Math.min(1, (come - SOFT) / (SHARP - SOFT)))
}
