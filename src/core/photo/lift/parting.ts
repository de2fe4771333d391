import { at, floatAt, intAt } from '../../geometry/numbers'
import { WAY_X, WAY_Y } from '../eightWays'
import { IN, OPEN } from './hint'
import { INSIDE, minCut } from './minCut'

/** A picture's size, and the colours of its pixels, or of some of them, three floats each. */
export interface Ground {
	readonly width: number
	readonly height: number
	readonly colours: Float32Array
}

/** Costs are whole numbers: so many for one unit of log likelihood. */
const STEPS = 200
/** What is sure costs more to be wrong about than anything. */
export const SURE = 1e5
/** No pixel's colour says more than this for one side, as a log likelihood. */
const MOST = 12

/** Pixels that are to be parted, and what a boundary between any two of them costs. */
export interface Boundaries {
	readonly neighbours: Int32Array
	readonly caps: Int32Array
	/** A px of boundary where nothing changes, as a log likelihood. */
	readonly smooth: number
}

/**
 * What a boundary costs between pixels that lie beside each other.
 * @param colours of the pixels that are to be parted, …
 * @param places … which are these
 * @param smooth what a px of boundary costs where nothing changes, as a log likelihood; less where colours change
 */
export function boundariesOf(
	{ width, height, colours }: Ground,
	places: Int32Array,
	smooth: number,
): Boundaries {
	const number = new Int32Array(width * height).fill(-1)
	for (let n = 0; n < places.length; n++) number[intAt(places, n)] = n
	const neighbours = new Int32Array(8 * places.length).fill(-1)
	const changes = new Float32Array(4 * places.length)
	let sum = 0
	let pairs = 0
	for (let n = 0; n < places.length; n++) {
		const k = intAt(places, n)
		const x = k % width
		const y = (k - x) / width
		for (let d = 0; d < 4; d++) {
			const i = x + intAt(WAY_X, d)
			const j = y + intAt(WAY_Y, d)
			if (i < 0 || i >= width || j >= height) continue
			const m = intAt(number, j * width + i)
			if (m < 0) continue
			neighbours[8 * n + d] = m
			neighbours[8 * m + d + 4] = n
			const change = between(colours, 3 * n, 3 * m)
			changes[4 * n + d] = change
			sum += change
			pairs++
		}
	}
	// A change that is usual here says nothing, one that is not says that a boundary is here.
	const usual = 2 * (sum / Math.max(1, pairs)) + 1e-3
	const caps = new Int32Array(8 * places.length)
	for (let n = 0; n < places.length; n++)
		for (let d = 0; d < 4; d++) {
			const m = intAt(neighbours, 8 * n + d)
			if (m < 0) continue
			const near = d % 2 === 0 ? 1 : Math.SQRT1_2
			const cost = Math.round(
				STEPS * smooth * near * Math.exp(-floatAt(changes, 4 * n + d) / usual),
			)
			caps[8 * n + d] = cost
			caps[8 * m + d + 4] = cost
		}
	return { neighbours, caps, smooth }
}

/**
 * Parts pixels at the least cost.
 * @param likely for each of them the log of how much likelier it is inside than outside; ±`SURE` where it is known
 * @returns 1 for each that is inside
 */
export function parted({ neighbours, caps }: Boundaries, likely: Float64Array): Uint8Array {
	const terminal = new Int32Array(likely.length)
	for (let n = 0; n < terminal.length; n++) terminal[n] = Math.round(STEPS * at(likely, n))
	const tree = minCut({ neighbours, caps: caps.slice(), terminal })
	return tree.map((side) => (side === INSIDE ? 1 : 0))
}

/** How alike a pixel and its neighbour by a way are, 0 to 1. */
export function nearness({ caps, smooth }: Boundaries, n: number, d: number): number {
	return intAt(caps, 8 * n + d) / (STEPS * smooth * (d % 2 === 0 ? 1 : Math.SQRT1_2))
}

/** What a seed says, as a log likelihood; 0 where it says nothing. */
export function sureOf(seed: number): number {
	if (seed === OPEN) return 0
	return seed === IN ? SURE : -SURE
}

/** What a colour says, as a log likelihood. */
export const clamped = (log: number): number => Math.max(-MOST, Math.min(MOST, log))

/** How unlike two colours are, squared. */
function between(colours: Float32Array, k: number, m: number): number {
	const x = floatAt(colours, k) - floatAt(colours, m)
	const y = floatAt(colours, k + 1) - floatAt(colours, m + 1)
	const z = floatAt(colours, k + 2) - floatAt(colours, m + 2)
	return x * x + y * y + z * z
}
