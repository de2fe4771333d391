import { byteAt, floatAt } from '../../geometry/numbers'
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
		const median = (x0: number, x1: number, y0: number, y1: number) =>
			medianOf(colours, width, c, clampedTo(x0, x1, width), clampedTo(y0, y1, height))
		const rows = Array.from({ length: height }, (_, y) => [
			median(xs[0], xs[1], y - down, y + down + 1),
			median(xs[2], xs[3], y - down, y + down + 1),
		])
		const columns = Array.from({ length: width }, (_, x) => [
			median(x - across, x + across + 1, ys[0], ys[1]),
			median(x - across, x + across + 1, ys[2], ys[3]),
		])
		const corner = (x: number, y: number) => columns[x]?.[y] ?? Number.NaN
		const corners = [corner(left, 0), corner(right - 1, 0), corner(left, 1), corner(right - 1, 1)]
		for (let y = 0, k = c; y < height; y++)
			for (let x = 0; x < width; x++, k += 3) {
				const u = share(x, left, right)
				const v = share(y, top, bottom)
				const along = between(rows[y]?.[0], rows[y]?.[1], u)
				const over = between(columns[x]?.[0], columns[x]?.[1], v)
				const both = between(
					between(corners[0], corners[1], u),
					between(corners[2], corners[3], u),
					v,
				)
				made[k] = floatAt(colours, k) - sum(along, over, both)
			}
	}
	return { width, height, colours: made }
}

/** What two sides say of a place between them; where one says nothing, the other. */
function between(a: number | undefined, b: number | undefined, t: number): number {
	const [p, q] = [a ?? Number.NaN, b ?? Number.NaN]
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

const clampedTo = (from: number, to: number, most: number) =>
	[Math.max(0, from), Math.min(most, to)] as const

function medianOf(
	colours: Float32Array,
	width: number,
	channel: number,
	[x0, x1]: readonly [number, number],
	[y0, y1]: readonly [number, number],
): number {
	const values: number[] = []
	for (let y = y0; y < y1; y++)
		for (let x = x0; x < x1; x++) values.push(floatAt(colours, 3 * (y * width + x) + channel))
	return Float64Array.from(values).sort()[values.length >> 1] ?? Number.NaN
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
