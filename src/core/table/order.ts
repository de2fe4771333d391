import { distance, type Point } from '../geometry/point'

/** Something that the head does in one go, between two travels. */
export interface Stop {
	/** mm on the bed */
	readonly begin: Point
	readonly end: Point
	/** Numbers of those that come before it, of the same rank. */
	readonly after: readonly number[]
	/** What has a lower one is done first. */
	readonly rank: number
}

/**
 * An order to make stops in: rank by rank, and within one with little travel, what comes before what is round it:
 * the nearest that may come next, then stretches moved (or-opt) and turned round (2-opt; Croes, 1958) while that
 * shortens the way and keeps the order. The same stops give the same order.
 * @param home where the head waits before and after
 * @returns numbers of the stops
 */
export function sequenceOf(stops: readonly Stop[], home: Point): number[] {
	const ranks = [...new Set(stops.map(({ rank }) => rank))].sort((a, b) => a - b)
	const order: number[] = []
	for (const rank of ranks) {
		const own = [...stops.keys()].filter((k) => stops[k]?.rank === rank)
		const last = stops[order.at(-1) ?? -1]
		const way = { from: last?.end ?? home, to: home }
		order.push(...improved(stops, nearestFirst(stops, way.from, own), way))
	}
	return order
}

/** From the head's home through all stops and back, mm. */
export function travelOf(stops: readonly Stop[], order: readonly number[], home: Point): number {
	let at = home
	let sum = 0
	for (const k of order) {
		const stop = stops[k]
		if (!stop) continue
		sum += distance(at, stop.begin)
		at = stop.end
	}
	return sum + distance(at, home)
}

/** @param some numbers of the stops to go through; all where absent */
export function nearestFirst(
	stops: readonly Stop[],
	from: Point,
	some: Iterable<number> = stops.keys(),
): number[] {
	const left = new Set(some)
	const order: number[] = []
	let at = from
	while (left.size > 0) {
		let best = -1
		let least = Number.POSITIVE_INFINITY
		for (const k of left) {
			const stop = stops[k] as Stop
			if (stop.after.some((inner) => left.has(inner))) continue
			const away = distance(at, stop.begin)
			if (away < least) [best, least] = [k, away]
		}
		// Stops that lie in each other cannot be: but for rounding one of them comes first.
		const next = best >= 0 ? best : ([...left][0] as number)
		order.push(next)
		left.delete(next)
		at = (stops[next] as Stop).end
	}
	return order
}

/** So many rounds at most: each shortens the way. */
const MOST_ROUNDS = 30
/** Of more stops only stretches this long are turned, and moved no further. */
const LONGEST = 60

/** An order made shorter by moving and turning stretches, until nothing shortens it. */
export function improved(
	stops: readonly Stop[],
	begun: readonly number[],
	{ from, to }: { readonly from: Point; readonly to: Point },
): number[] {
	const order = [...begun]
	const leg: Leg = (a, b) =>
		distance(
			a === undefined ? from : (stops[a] as Stop).end,
			b === undefined ? to : (stops[b] as Stop).begin,
		)
	const bound = order.filter((k) => stops[k]?.after.length)
	for (let round = 0; round < MOST_ROUNDS; round++) {
		const keeps = bound.length > 0 ? keepsOrder : () => true
		const turned = turnStretches(stops, order, leg, keeps)
		const moved = moveStretches(stops, order, leg, keeps)
		if (!turned && !moved) break
	}
	return order
}

const GAIN = 1e-9

/** The way from the end of one stop to the beginning of another; absent is where the whole begins or ends. */
type Leg = (from: number | undefined, to: number | undefined) => number
type Keeps = (stops: readonly Stop[], stretch: readonly number[]) => boolean

function turnStretches(stops: readonly Stop[], order: number[], leg: Leg, keeps: Keeps): boolean {
	let better = false
	for (let i = 0; i < order.length - 1; i++) {
		// The way through the stretch as it runs, and turned round: each is one leg longer than the last.
		let [there, back] = [0, 0]
		for (let j = i + 1; j < Math.min(order.length, i + LONGEST); j++) {
			there += leg(order[j - 1], order[j])
			back += leg(order[j], order[j - 1])
			const was = leg(order[i - 1], order[i]) + there + leg(order[j], order[j + 1])
			const next = leg(order[i - 1], order[j]) + back + leg(order[i], order[j + 1])
			if (next >= was - GAIN) continue
			const round = order.slice(i, j + 1).reverse()
			if (!keeps(stops, round)) break
			order.splice(i, round.length, ...round)
			better = true
			const turned = there
			there = back
			back = turned
		}
	}
	return better
}

function moveStretches(stops: readonly Stop[], order: number[], leg: Leg, keeps: Keeps): boolean {
	let better = false
	for (let length = 1; length <= 3; length++)
		for (let i = 0; i + length <= order.length; i++) {
			const [first, last] = [order[i], order[i + length - 1]]
			const [before, after] = [order[i - 1], order[i + length]]
			const saved = leg(before, first) + leg(last, after) - leg(before, after)
			const low = Math.max(0, i - LONGEST)
			const high = Math.min(order.length - length, i + LONGEST)
			for (let k = low; k <= high; k++) {
				if (k === i) continue
				// Its new neighbours, counted in what is left when it is taken out.
				const p = k <= i ? order[k - 1] : order[k + length - 1]
				const q = k < i ? order[k] : order[k + length]
				const costs = leg(p, first) + leg(last, q) - leg(p, q)
				if (costs >= saved - GAIN) continue
				const [from, to] = [Math.min(i, k), Math.max(i, k) + length]
				const stretch = order.slice(i, i + length)
				const others = [...order.slice(from, i), ...order.slice(i + length, to)]
				const next = k < i ? [...stretch, ...others] : [...others, ...stretch]
				if (!keeps(stops, next)) continue
				order.splice(from, next.length, ...next)
				better = true
				break
			}
		}
	return better
}

/** Whether in a stretch all that comes before a stop comes before it. */
function keepsOrder(stops: readonly Stop[], stretch: readonly number[]): boolean {
	const place = new Map(stretch.map((k, n) => [k, n]))
	return stretch.every((k, n) =>
		(stops[k] as Stop).after.every((inner) => (place.get(inner) ?? -1) < n),
	)
}
