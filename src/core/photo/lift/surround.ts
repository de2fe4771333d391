import { byteAt, floatAt, intAt } from '../../geometry/numbers'
import { OUT } from './hint'
import type { Ground } from './parting'

/** What is round the box is looked at along it in pieces of this share of its side, … */
const WINDOW = 0.06
/** … of so many pixels further and back at least, … */
const LEAST_WINDOW_PX = 2
/** … and so far out from it, px of the copy. */
const DEEP_PX = 10

/**
 * Colours as they differ from what would be there without the object: carried in from the four sides of the
 * box (Coons, 1967), which takes away light that falls off and a horizon behind the object.
 * @param seeds what lies outside the box is known to be `OUT`
 * @returns the same picture with other colours; itself where the box has nothing round it
 */
export function withoutSurround(ground: Ground, seeds: Uint8Array): Ground {
	const { width, height, colours } = ground
	const box = openBox(seeds, width, height)
	if (!box) return ground
	const { left, top, right, bottom } = box
	const across = Math.max(LEAST_WINDOW_PX, Math.round(WINDOW * (right - left)))
	const down = Math.max(LEAST_WINDOW_PX, Math.round(WINDOW * (bottom - top)))
	const xs = [Math.max(0, left - DEEP_PX), left, right, Math.min(width, right + DEEP_PX)] as const
	const ys = [Math.max(0, top - DEEP_PX), top, bottom, Math.min(height, bottom + DEEP_PX)] as const
	const made = new Float32Array(colours.length)
	for (let c = 0; c < 3; c++) {
		const west = mediansAlong(colours, 3 * width, height, 3, xs[0], xs[1], down, c)
		const east = mediansAlong(colours, 3 * width, height, 3, xs[2], xs[3], down, c)
		const north = mediansAlong(colours, 3, width, 3 * width, ys[0], ys[1], across, c)
		const south = mediansAlong(colours, 3, width, 3 * width, ys[2], ys[3], across, c)
		const [nw, ne] = [floatAt(north, left), floatAt(north, right - 1)]
		const [sw, se] = [floatAt(south, left), floatAt(south, right - 1)]
		for (let y = 0, k = c; y < height; y++) {
			const v = share(y, top, bottom)
			for (let x = 0; x < width; x++, k += 3) {
				const u = share(x, left, right)
				const along = between(floatAt(west, y), floatAt(east, y), u)
				const over = between(floatAt(north, x), floatAt(south, x), v)
				const both = between(between(nw, ne, u), between(sw, se, u), v)
				made[k] = floatAt(colours, k) - sum(along, over, both)
			}
		}
	}
	return { width, height, colours: made }
}

/** What two sides say of a place between them; where one says nothing, the other. */
function between(p: number, q: number, t: number): number {
	if (Number.isNaN(p)) return q
	return Number.isNaN(q) ? p : p + t * (q - p)
}

function sum(along: number, over: number, both: number): number {
	if (Number.isNaN(along)) return Number.isNaN(over) ? 0 : over
	if (Number.isNaN(over) || Number.isNaN(both)) return along
	return along + over - both
}

const share = (x: number, from: number, to: number) =>
	Math.max(0, Math.min(1, (x + 0.5 - from) / Math.max(1, to - from)))

/** Medians are known to such a part of a colour's unit. */
const STEPS = 8
/** Colours lie within so much of zero. */
const FARTHEST = 256

/**
 * The median of one channel in a window that goes along a strip, kept from step to step in a histogram (Huang,
 * Yang & Tang, 1979).
 * @param step from each place of the strip to the next, as places of the array
 * @param next from each line of it to the next one inwards
 * @param reach places on either side that count
 * @returns of each place the median; not a number where the strip has no lines
 */
function mediansAlong(
	colours: Float32Array,
	step: number,
	count: number,
	next: number,
	from: number,
	to: number,
	reach: number,
	channel: number,
): Float32Array {
	const medians = new Float32Array(count).fill(Number.NaN)
	if (to <= from) return medians
	const counts = new Int32Array(2 * FARTHEST * STEPS)
	// The value in the middle, and how many are less than that.
	let [middle, below, all] = [0, 0, 0]
	const change = (place: number, by: number) => {
		for (let line = from; line < to; line++) {
			const value = floatAt(colours, place * step + line * next + channel)
			const bin = Math.round(STEPS * Math.max(-FARTHEST, Math.min(FARTHEST - 1, value) + FARTHEST))
			counts[bin] = intAt(counts, bin) + by
			if (bin < middle) below += by
			all += by
		}
	}
	for (let place = 0; place < Math.min(count, reach); place++) change(place, 1)
	for (let place = 0; place < count; place++) {
		if (place + reach < count) change(place + reach, 1)
		if (place > reach) change(place - reach - 1, -1)
		const half = all >> 1
		while (below > half) below -= intAt(counts, --middle)
		while (below + intAt(counts, middle) <= half) below += intAt(counts, middle++)
		medians[place] = middle / STEPS - FARTHEST
	}
	return medians
}

/** The box about all that is not known to be outside. */
function openBox(seeds: Uint8Array, width: number, height: number) {
	let [left, top, right, bottom] = [width, height, 0, 0]
	for (let y = 0, k = 0; y < height; y++)
		for (let x = 0; x < width; x++, k++) {
			if (byteAt(seeds, k) === OUT) continue
			left = Math.min(left, x)
			right = Math.max(right, x + 1)
			top = Math.min(top, y)
			bottom = Math.max(bottom, y + 1)
		}
	return right > left ? { left, top, right, bottom } : null
}
