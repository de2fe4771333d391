import { at, byteAt, intAt } from '../../geometry/numbers'
import { NothingToLift, OPEN, OUT } from './hint'
import { likeliest, logDensity, mixtureOf } from './mixture'
import {
	type Boundaries,
	boundariesOf,
	clamped,
	type Ground,
	parted,
	STEPS,
	sureOf,
} from './parting'
import { withoutSurround } from './surround'

/** A px of boundary where nothing changes, as a log likelihood. */
const SMOOTH = 8
/** Cuts and colour models take turns, so many times at most; they are done when fewer pixels than this share change. */
const ROUNDS = 6
const SETTLED = 1e-3
/** Colours without what is round the box are taken only where the boundary lies so much better on edges. */
const CLEARLY = 0.8
/** An object is at least so large a share of its box. */
const LEAST_SHARE = 0.01

/**
 * One object parted from what is round it, by cuts and colour models in turns (Rother, Kolmogorov & Blake,
 * *GrabCut*, 2004): of the colours as they are, and of those without what is round the box; kept is that whose
 * boundary lies better on edges.
 * @param seeds what is known of each pixel
 * @returns 1 for each pixel that is the object's
 */
export function segment(ground: Ground, seeds: Uint8Array): Uint8Array {
	const places = Int32Array.from(seeds, (_, k) => k)
	const open = seeds.reduce((sum, seed) => sum + (seed === OPEN ? 1 : 0), 0)
	if (!seeds.includes(OUT))
		throw new NothingToLift('Leave some of what is round the object outside the box.')
	const boundaries = boundariesOf(ground, places, SMOOTH)
	let best: { readonly inside: Uint8Array; readonly beside: number } | null = null
	for (const seen of [ground, withoutSurround(ground, seeds)]) {
		const start = beginning(seen, seeds, boundaries, places)
		const inside = settled(seen, seeds, boundaries, places, start)
		const size = inside ? inside.reduce((sum, one) => sum + one, 0) : 0
		if (!inside || size < LEAST_SHARE * open) continue
		const beside = besideEdges(boundaries, inside, seeds)
		if (!best || beside < CLEARLY * best.beside) best = { inside, beside }
	}
	if (!best)
		throw new NothingToLift(
			'Nothing in the box stands out from what is round it: dab on the object.',
		)
	return best.inside
}

/** Colours are told apart by so many parts at first. */
const PARTS = 12
/** A part is at least so likely, and so unlikely, to be the object's. */
const LEAST_LIKELY = 0.02

/**
 * What the colours say by themselves: one that takes up more of the box than of what is round it is the
 * object's by the difference.
 */
function beginning(
	{ colours }: Ground,
	seeds: Uint8Array,
	boundaries: Boundaries,
	places: Int32Array,
): Uint8Array {
	const parts = mixtureOf(colours, places, PARTS)
	const own = places.map((k) => likeliest(parts, colours, 3 * k))
	const [around, within] = [new Float64Array(PARTS), new Float64Array(PARTS)]
	for (let k = 0; k < own.length; k++) {
		const counts = byteAt(seeds, k) === OUT ? around : within
		const part = intAt(own, k)
		counts[part] = at(counts, part) + 1
	}
	const total = (counts: Float64Array) => counts.reduce((sum, count) => sum + count, 0)
	const [allAround, allWithin] = [total(around), total(within)]
	const logs = around.map((count, part) => {
		const share = 1 - (count + 1) / allAround / ((at(within, part) + 1) / allWithin)
		const likely = Math.max(LEAST_LIKELY, Math.min(1 - LEAST_LIKELY, share))
		return Math.log(likely / (1 - likely))
	})
	const likely = new Float64Array(own.length)
	for (let k = 0; k < own.length; k++)
		likely[k] = sureOf(byteAt(seeds, k)) || at(logs, intAt(own, k))
	return parted(boundaries, likely)
}

/**
 * How little a boundary lies on edges, 0 to 1. Where it runs along the box it lies on none: an object is not
 * cut off there.
 */
function besideEdges(
	{ neighbours, caps }: Boundaries,
	inside: Uint8Array,
	seeds: Uint8Array,
): number {
	const whole = STEPS * SMOOTH
	let sum = 0
	let length = 0
	for (let n = 0; n < inside.length; n++)
		for (let d = 0; d < 4; d++) {
			const m = intAt(neighbours, 8 * n + d)
			if (m < 0 || byteAt(inside, n) === byteAt(inside, m)) continue
			const near = d % 2 === 0 ? 1 : Math.SQRT1_2
			const atBox = byteAt(seeds, n) === OUT || byteAt(seeds, m) === OUT
			sum += atBox ? whole * near : intAt(caps, 8 * n + d)
			length += near
		}
	return sum / whole / Math.max(1, length)
}

/** Colour models and cuts in turns until little changes; `null` where nothing is left inside. */
function settled(
	ground: Ground,
	seeds: Uint8Array,
	boundaries: Boundaries,
	places: Int32Array,
	start: Uint8Array,
): Uint8Array | null {
	let inside = start
	const likely = new Float64Array(places.length)
	for (let round = 0; ; round++) {
		const ours = places.filter((k) => byteAt(inside, k) === 1)
		const others = places.filter((k) => byteAt(inside, k) === 0)
		if (ours.length === 0 || others.length === 0) return null
		const object = mixtureOf(ground.colours, ours)
		const around = mixtureOf(ground.colours, others)
		for (let k = 0; k < likely.length; k++)
			likely[k] =
				sureOf(byteAt(seeds, k)) ||
				clamped(
					logDensity(object, ground.colours, 3 * k) - logDensity(around, ground.colours, 3 * k),
				)
		const next = parted(boundaries, likely)
		let changed = 0
		for (let k = 0; k < places.length; k++) if (byteAt(next, k) !== byteAt(inside, k)) changed++
		inside = next
		if (changed < SETTLED * places.length || round + 1 >= ROUNDS) return inside
	}
}
