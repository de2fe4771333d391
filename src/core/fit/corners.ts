import { at } from '../geometry/numbers'
import type { Trail } from './trail'

/** A place where a trail turns at once rather than in an arc. */
export interface CornerMark {
	/** The point. */
	i: number
	/** How much it turns there beyond its surroundings, radians, positive clockwise on screen. */
	readonly turn: number
	/** Seen at close range only. */
	readonly doubt?: boolean
	/** Given rather than seen. */
	readonly sure?: boolean
}

export interface Turning {
	/** Signed turn at each point between the directions of `reach` points before and after it. */
	readonly turn: Float64Array
	readonly reach: number
}

/**
 * The turn at each point 0 … last, between straight lines through the `reach` points on either side.
 * Beyond the ends of an open trail there is none.
 */
export function turningOf(trail: Trail, reach: number): Turning {
	const { x, y, last, pad, closed } = trail
	const lo = closed ? -reach : 0
	const hi = closed ? last + reach : last
	// Directions of the windows that end at a point; `slope` of window [i − reach, i] is at i − lo.
	const slopeX = new Float64Array(hi - lo + 1)
	const slopeY = new Float64Array(hi - lo + 1)
	const half = reach / 2
	for (let i = lo + (closed ? 0 : reach); i <= hi; i++) {
		const o = i + pad - reach
		let sx = 0
		let sy = 0
		for (let k = 0; k <= reach; k++) {
			const u = k - half
			sx += u * at(x, o + k)
			sy += u * at(y, o + k)
		}
		slopeX[i - lo] = sx
		slopeY[i - lo] = sy
	}
	const turn = new Float64Array(last + 1)
	const from = closed ? 0 : reach
	const to = closed ? last : last - reach
	for (let i = from; i <= to; i++) {
		const ax = at(slopeX, i - lo)
		const ay = at(slopeY, i - lo)
		const bx = at(slopeX, i + reach - lo)
		const by = at(slopeY, i + reach - lo)
		turn[i] = Math.atan2(ax * by - ay * bx, ax * bx + ay * by)
	}
	return { turn, reach }
}

/**
 * Corners: points where the turn is greatest within its window and stands out from the turn a
 * window further on either side, as it does at a corner and does not along an arc.
 * @param least the smallest turn that counts, radians
 */
export function cornerMarks(
	{ closed, last }: Trail,
	turning: Turning,
	least: number,
): CornerMark[] {
	const { turn, reach } = turning
	const n = closed ? last : last + 1
	const marks: CornerMark[] = []
	const get = closed
		? (i: number) => at(turn, ((i % n) + n) % n)
		: (i: number) => (i >= 0 && i < turn.length ? at(turn, i) : 0)
	const near = Math.max(1, reach >> 1)
	for (let i = 0; i < n; i++) {
		const here = at(turn, i)
		const size = Math.abs(here)
		if (size < least) continue
		let peak = true
		for (let k = 1; k <= near && peak; k++) {
			const before = Math.abs(get(i - k))
			const after = Math.abs(get(i + k))
			peak = size >= after && size > before
		}
		if (!peak) continue
		const around = (get(i - reach) + get(i + reach)) / 2
		// A turn the other way beside it is another corner, not a lesser one.
		const excess = Math.sign(here) * around > 0 ? here - around : here
		if (Math.abs(excess) >= least) marks.push({ i, turn: excess })
	}
	return marks
}
