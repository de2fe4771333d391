import { distance, type Point } from '../geometry/point'
import { beginOf, type Cut, endOf } from './cuts'

/**
 * An order to make cuts in with little travel, what lies inside before what is round it: the nearest
 * that may come next, then stretches moved (or-opt) and turned round (2-opt; Croes, 1958) while that
 * shortens the way and keeps the order. The same cuts give the same order.
 * @param home where the head waits before and after
 * @returns numbers of the cuts
 */
export function cuttingSequence(cuts: readonly Cut[], home: Point): number[] {
	return improved(cuts, nearestFirst(cuts, home), home)
}

/** From the head's home through all cuts and back, mm. */
export function travelOf(cuts: readonly Cut[], order: readonly number[], home: Point): number {
	let at = home
	let sum = 0
	for (const k of order) {
		const cut = cuts[k]
		if (!cut) continue
		sum += distance(at, beginOf(cut))
		at = endOf(cut)
	}
	return sum + distance(at, home)
}

export function nearestFirst(cuts: readonly Cut[], home: Point): number[] {
	const left = new Set(cuts.keys())
	const order: number[] = []
	let at = home
	while (left.size > 0) {
		let best = -1
		let least = Number.POSITIVE_INFINITY
		for (const k of left) {
			const cut = cuts[k] as Cut
			if (cut.after.some((inner) => left.has(inner))) continue
			const away = distance(at, beginOf(cut))
			if (away < least) [best, least] = [k, away]
		}
		// Cuts that lie in each other cannot be: but for rounding one of them comes first.
		const next = best >= 0 ? best : ([...left][0] as number)
		order.push(next)
		left.delete(next)
		at = endOf(cuts[next] as Cut)
	}
	return order
}

/** So many rounds at most: each shortens the way. */
const MOST_ROUNDS = 30
/** Of more cuts only stretches this long are moved or turned. */
const LONGEST = 60

/** An order made shorter by moving and turning stretches, until nothing shortens it. */
export function improved(cuts: readonly Cut[], begun: readonly number[], home: Point): number[] {
	const order = [...begun]
	const leg: Leg = (from, to) =>
		distance(
			from === undefined ? home : endOf(cuts[from] as Cut),
			to === undefined ? home : beginOf(cuts[to] as Cut),
		)
	for (let round = 0; round < MOST_ROUNDS; round++) {
		const turned = turnStretches(cuts, order, leg)
		const moved = moveStretches(cuts, order, leg)
		if (!turned && !moved) break
	}
	return order
}

const GAIN = 1e-9

/** The way from the end of one cut to the beginning of another; absent is the head's home. */
type Leg = (from: number | undefined, to: number | undefined) => number

function turnStretches(cuts: readonly Cut[], order: number[], leg: Leg): boolean {
	let better = false
	for (let i = 0; i < order.length - 1; i++)
		for (let j = i + 1; j < Math.min(order.length, i + LONGEST); j++) {
			const stretch = order.slice(i, j + 1)
			const round = stretch.toReversed()
			if (!keepsOrder(cuts, round)) break
			const was = wayThrough(leg, order[i - 1], stretch, order[j + 1])
			if (wayThrough(leg, order[i - 1], round, order[j + 1]) < was - GAIN) {
				order.splice(i, stretch.length, ...round)
				better = true
			}
		}
	return better
}

function moveStretches(cuts: readonly Cut[], order: number[], leg: Leg): boolean {
	let better = false
	for (let length = 1; length <= 3; length++)
		for (let i = 0; i + length <= order.length; i++) {
			const stretch = order.slice(i, i + length)
			const rest = [...order.slice(0, i), ...order.slice(i + length)]
			const saved =
				leg(order[i - 1], stretch[0]) +
				leg(stretch.at(-1), order[i + length]) -
				leg(order[i - 1], order[i + length])
			for (let k = 0; k <= rest.length; k++) {
				if (k === i) continue
				const costs =
					leg(rest[k - 1], stretch[0]) + leg(stretch.at(-1), rest[k]) - leg(rest[k - 1], rest[k])
				if (costs >= saved - GAIN) continue
				const next = [...rest.slice(0, k), ...stretch, ...rest.slice(k)]
				if (!keepsOrder(cuts, next.slice(Math.min(i, k), Math.max(i, k) + length))) continue
				order.splice(0, order.length, ...next)
				better = true
				break
			}
		}
	return better
}

function wayThrough(
	leg: Leg,
	before: number | undefined,
	stretch: readonly number[],
	after: number | undefined,
): number {
	let sum = leg(before, stretch[0]) + leg(stretch.at(-1), after)
	for (let k = 1; k < stretch.length; k++) sum += leg(stretch[k - 1], stretch[k])
	return sum
}

/** Whether in a stretch all that lies inside a cut comes before it. */
function keepsOrder(cuts: readonly Cut[], stretch: readonly number[]): boolean {
	const place = new Map(stretch.map((k, n) => [k, n]))
	return stretch.every((k, n) =>
		(cuts[k] as Cut).after.every((inner) => (place.get(inner) ?? -1) < n),
	)
}
