import { at, byteAt, floatAt } from '../../geometry/numbers'
import { beyondBarriers } from './barrier'
import { IN, NothingToLift, OPEN, OUT } from './hint'
import { likeliest, logDensity, mixtureOf } from './mixture'
import {
	type Boundaries,
	boundariesOf,
	clamped,
	costAlong,
	type Ground,
	parted,
	sureOf,
} from './parting'
import { withoutSurround } from './surround'

/** A px of boundary where nothing changes, as a log likelihood; … */
const SMOOTH = 4
/** … and in a beginning for what is thin. */
const SLIGHTLY_SMOOTH = 2
/** Cuts and colour models take turns, so many times at most; they are done when fewer pixels than this share change. */
const ROUNDS = 6
const REFOUND_ROUNDS = 2
const TOLD_ROUNDS = 4
/** What is said so clearly, as a log likelihood, is believed before anything is made of it. */
const TELLING = 3
const SETTLED = 2e-3
/** What is reached from round the box without crossing an edge is so much less likely the object's. */
const REACHED = 1.5
/** An object is at least so large a share of its box. */
const LEAST_SHARE = 0.01
/** Models are made from so many colours at most. */
const MOST_COLOURS = 4000

/**
 * Where an object is in a small copy of a picture: parted from what is round it by cuts and colour models in
 * turns (Rother, Kolmogorov & Blake, *GrabCut*, 2004), from several beginnings: of the colours as they are, of
 * those without what is round the box, and of what lies beyond an edge from there. What lies beyond none is
 * less likely the object's, whatever its colour. Kept is the beginning that makes the colours of either side
 * likeliest, with what its boundary costs.
 * @param seeds what is known of each pixel
 * @returns 1 for each pixel that is the object's
 * @throws NothingToLift where no beginning leaves an object
 */
export function found(ground: Ground, seeds: Uint8Array): Uint8Array {
	const open = seeds.reduce((sum, seed) => sum + (seed === OPEN ? 1 : 0), 0)
	const boundaries = bounded(ground)
	const slightly = bounded(ground, SLIGHTLY_SMOOTH)
	const bare = withoutSurround(ground, seeds)
	const { beyond, clear } = beyondBarriers(ground, seeds)
	const said = beyond.map((more) => Math.min(0, REACHED * more))
	const beginnings = [
		[ground, slightly, beginning(ground, seeds, slightly)],
		[ground, boundaries, beginning(ground, seeds, boundaries)],
		[bare, boundaries, beginning(bare, seeds, boundaries)],
		...(clear ? [[ground, boundaries, partedBy(boundaries, seeds, beyond)] as const] : []),
	] as const
	let best: { readonly inside: Uint8Array; readonly cost: number } | null = null
	for (const [seen, by, start] of beginnings) {
		const inside = settled(seen.colours, seeds, by, start, ROUNDS, said)
		const size = inside ? inside.reduce((sum, one) => sum + one, 0) : 0
		if (!inside || size < LEAST_SHARE * open) continue
		const cost = costOf(ground.colours, boundaries, inside, said)
		if (!best || cost < best.cost) best = { inside, cost }
	}
	if (!best)
		throw new NothingToLift(
			'Nothing in the box stands out from what is round it: dab on the object.',
		)
	return best.inside
}

/**
 * What is inside sought anew in a larger copy, from what it is thought to be.
 * @param said of each pixel what else is known of it, as a log likelihood
 */
export function refound(
	ground: Ground,
	boundaries: Boundaries,
	seeds: Uint8Array,
	start: Uint8Array,
	said?: Float32Array,
): Uint8Array {
	const known = start.map((own, k) => {
		const seed = byteAt(seeds, k)
		if (seed !== OPEN) return seed === IN ? 1 : 0
		const more = said ? floatAt(said, k) : 0
		return Math.abs(more) < TELLING ? own : more > 0 ? 1 : 0
	})
	const rounds = said ? TOLD_ROUNDS : REFOUND_ROUNDS
	return settled(ground.colours, seeds, boundaries, known, rounds, said) ?? start
}

/** What boundaries cost anywhere in a copy. */
export function bounded(ground: Ground, smooth = SMOOTH): Boundaries {
	const all = Int32Array.from({ length: ground.width * ground.height }, (_, k) => k)
	return boundariesOf(ground, all, smooth)
}

/** Colours are told apart by so many parts at first. */
const PARTS = 12
/** A part is at least so likely, and so unlikely, to be the object's. */
const LEAST_LIKELY = 0.02

/**
 * What the colours say by themselves: one that takes up more of the box than of what is round it is the
 * object's by the difference.
 */
function beginning({ colours }: Ground, seeds: Uint8Array, boundaries: Boundaries): Uint8Array {
	const parts = mixtureOf(some(colours), PARTS)
	const own = Uint8Array.from(seeds, (_, k) => likeliest(parts, colours, 3 * k))
	const [around, within] = [new Float64Array(PARTS), new Float64Array(PARTS)]
	for (let k = 0; k < own.length; k++) {
		const counts = byteAt(seeds, k) === OUT ? around : within
		const part = byteAt(own, k)
		counts[part] = at(counts, part) + 1
	}
	const total = (counts: Float64Array) => counts.reduce((sum, count) => sum + count, 0)
	const [allAround, allWithin] = [total(around), total(within)]
	const logs = around.map((count, part) => {
		const share = 1 - (count + 1) / allAround / ((at(within, part) + 1) / allWithin)
		const likely = Math.max(LEAST_LIKELY, Math.min(1 - LEAST_LIKELY, share))
		return Math.log(likely / (1 - likely))
	})
	return partedBy(
		boundaries,
		seeds,
		Float32Array.from(own, (part) => at(logs, part)),
	)
}

/** Pixels parted by what is said of each, as a log likelihood. */
function partedBy(boundaries: Boundaries, seeds: Uint8Array, said: Float32Array): Uint8Array {
	return parted(
		boundaries,
		Float64Array.from(said, (more, k) => sureOf(byteAt(seeds, k)) || more),
	)
}

/** How unlikely the colours are by the models of the sides they are on, with what else is said and what the boundary costs. */
function costOf(
	colours: Float32Array,
	boundaries: Boundaries,
	inside: Uint8Array,
	said: Float32Array,
): number {
	const models = [0, 1].map((side) => mixtureOf(coloursOn(colours, inside, side)))
	let sum = costAlong(boundaries, inside)
	for (let k = 0; k < inside.length; k++) {
		const model = models[byteAt(inside, k)]
		if (model) sum -= logDensity(model, colours, 3 * k)
		if (byteAt(inside, k) === 1) sum -= floatAt(said, k)
	}
	return sum
}

/** Colour models and cuts in turns until little changes; `null` where nothing is left inside. */
function settled(
	colours: Float32Array,
	seeds: Uint8Array,
	boundaries: Boundaries,
	start: Uint8Array,
	rounds: number,
	said?: Float32Array,
): Uint8Array | null {
	let inside = start
	const likely = new Float64Array(inside.length)
	for (let round = 0; ; round++) {
		const ours = coloursOn(colours, inside, 1)
		const others = coloursOn(colours, inside, 0)
		if (ours.length === 0 || others.length === 0) return null
		const object = mixtureOf(ours)
		const around = mixtureOf(others)
		for (let k = 0; k < likely.length; k++)
			likely[k] =
				sureOf(byteAt(seeds, k)) ||
				clamped(logDensity(object, colours, 3 * k) - logDensity(around, colours, 3 * k)) +
					(said ? floatAt(said, k) : 0)
		const next = parted(boundaries, likely)
		let changed = 0
		for (let k = 0; k < next.length; k++) if (byteAt(next, k) !== byteAt(inside, k)) changed++
		inside = next
		if (changed < SETTLED * next.length || round + 1 >= rounds) return inside
	}
}

/** The colours on one side, some of them where there are many. */
function coloursOn(colours: Float32Array, inside: Uint8Array, side: number): Float32Array {
	const count = inside.reduce((sum, own) => sum + (own === side ? 1 : 0), 0)
	const every = Math.max(1, Math.floor(count / MOST_COLOURS))
	const kept: number[] = []
	for (let k = 0, n = 0; k < inside.length; k++)
		if (byteAt(inside, k) === side && n++ % every === 0)
			kept.push(floatAt(colours, 3 * k), floatAt(colours, 3 * k + 1), floatAt(colours, 3 * k + 2))
	return Float32Array.from(kept)
}

/** Some colours out of many, spread over the picture. */
function some(colours: Float32Array): Float32Array {
	const every = Math.max(1, Math.floor(colours.length / 3 / MOST_COLOURS))
	return colours.filter((_, i) => Math.floor(i / 3) % every === 0)
}
