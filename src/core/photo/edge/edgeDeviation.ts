import { derivativeAt, pointAt } from '../../geometry/cubic'
import { item, quantile } from '../../geometry/numbers'
import { distance, length, type Point, scale } from '../../geometry/point'
import { segmentCubic, segments } from '../../path/contour'
import { createWinding } from '../../path/enclosing'
import type { Contour } from '../../path/model'
import type { EdgeField } from './edgeField'
import { type Crossed, edgesAlong } from './edgesAlong'
import { toneApart } from './tones'

/** How outlines lie against a photo's edges, sample by sample along them. */
export interface EdgeProfile {
	/** x, y of each sample on the outline, px. */
	readonly at: Float64Array
	/** How far beyond its edge the outline lies, px: inside it negative; NaN where no edge is sure. */
	readonly offset: Float64Array
	/** 0 to 1. */
	readonly confidence: Float64Array
	/** The outline and its segment that each sample is of, from 0. */
	readonly contour: Int32Array
	readonly segment: Int32Array
	/** Of the distances from sure edges, px. */
	readonly mean: number
	readonly p95: number
	/** The share of the length that has a sure edge. */
	readonly covered: number
}

export interface MeasureOptions {
	/** How far an edge may lie from the outline, px; 8 unless said otherwise. */
	readonly reach?: number
	/** Which way is out, of outlines that are measured without those that they are openings of. */
	readonly side?: Side
}

/** A sample of an outline, and the edge that is its. */
export interface EdgeSample {
	readonly contour: number
	readonly segment: number
	readonly t: number
	readonly at: Point
	/** Away from the inside of the shape, a unit vector. */
	readonly outward: Point
	/** How far out the edge lies along it, px; NaN where none is sure. */
	readonly edge: number
	/** The edge itself, sure or not; `null` where there is none. */
	readonly crossed: Crossed | null
	/** 0 to 1. */
	readonly confidence: number
	/** Of the outline it stands for, px. */
	readonly length: number
}

const REACH_PX = 8
/** Samples are about so far apart, px. */
const STEP_PX = 2
/** Less sure than this is not sure. */
const SURE = 0.2

/**
 * Measures outlines against a photo's edges: for each sample the edge that is consistent along the
 * outline, on the same side dark and at a distance that changes little, by dynamic programming.
 */
export function edgeDeviation(
	contours: readonly Contour[],
	field: EdgeField,
	{ reach = REACH_PX, side }: MeasureOptions = {},
): EdgeProfile {
	const samples = edgeSamples(contours, field, reach, side ? { side } : {})
	const sure = samples.filter(({ edge }) => !Number.isNaN(edge))
	const sizes = sure.map(({ edge }) => Math.abs(edge)).sort((a, b) => a - b)
	const whole = samples.reduce((sum, one) => sum + one.length, 0)
	const seen = sure.reduce((sum, one) => sum + one.length, 0)
	return {
		at: Float64Array.from(samples.flatMap(({ at }) => at)),
		offset: Float64Array.from(samples, ({ edge }) => -edge),
		confidence: Float64Array.from(samples, ({ confidence }) => confidence),
		contour: Int32Array.from(samples, ({ contour }) => contour),
		segment: Int32Array.from(samples, ({ segment }) => segment),
		mean: sizes.length > 0 ? sizes.reduce((a, b) => a + b, 0) / sizes.length : 0,
		p95: quantile(sizes, 0.95),
		covered: whole > 0 ? seen / whole : 0,
	}
}

/** How the edges of samples are sought. */
export interface Seeking {
	/** How far an edge may lie from a place of a segment, px, and how far off it is likely; `reach` unless said otherwise. */
	readonly reachOf?: (
		segment: number,
		t: number,
	) => { readonly most: number; readonly likely: number }
	/** What a px of change from sample to sample costs, in octaves of strength, … */
	readonly jump?: number
	/** … and no more than for so many px. */
	readonly mostJump?: number
	/** So many edges along each normal are thought of, the strongest. */
	readonly most?: number
	/** Which way is out, +1 to the left of each outline on screen, as by {@link outwardSides}; found by their own windings unless said. */
	readonly side?: Side
	/** How far apart samples are, about, px; 2 unless said otherwise. */
	readonly step?: number
	/** What speaks against an edge beside a segment, in octaves of strength. */
	readonly unlike?: (edge: Crossed, segment: number) => number
}

/**
 * The samples of outlines with the edges that are theirs, in order along each outline.
 * @param reach how far an edge may lie from an outline, px
 */
export function edgeSamples(
	contours: readonly Contour[],
	field: EdgeField,
	reach: number,
	seeking: Seeking = {},
): EdgeSample[] {
	const winding = createWinding(seeking.side ? [] : contours)
	return contours.flatMap((contour, k) => {
		const bare = samplesOf(contour, k, seeking.step)
		const side = seeking.side ?? sideOf(bare, winding)
		return withEdges(outwards(bare, side), field, reach, contour.closed, seeking)
	})
}

/** To which side of each outline the shape ends that all of them make: of openings, the inner one. */
export function outwardSides(contours: readonly Contour[]): Side[] {
	const winding = createWinding(contours)
	return contours.map((contour, k) => sideOf(samplesOf(contour, k), winding))
}

type Side = 1 | -1

type Bare = Omit<EdgeSample, 'edge' | 'crossed' | 'confidence'>

/** Where an outline is looked at, and which way is out of the shape there. */
function samplesOf(contour: Contour, number: number, step = STEP_PX): Bare[] {
	return segments(contour).flatMap((segment, index): Bare[] => {
		const cubic = segmentCubic(segment)
		const size = roughLength(cubic)
		const count = Math.max(1, Math.round(size / step))
		return Array.from({ length: count }, (_, i): Bare => {
			const t = (i + 0.5) / count
			const d = derivativeAt(cubic, t)
			const speed = length(d) || 1
			return {
				contour: number,
				segment: index,
				t,
				at: pointAt(cubic, t),
				outward: [d[1] / speed, -d[0] / speed],
				length: size / count,
			}
		})
	})
}

function roughLength([a, b, c, d]: readonly [Point, Point, Point, Point]): number {
	return (distance(a, d) + distance(a, b) + distance(b, c) + distance(c, d)) / 2
}

/** Votes are taken at so many places of an outline, so far beside it, px. */
const VOTES = 9
const BESIDE_PX = 0.5

/** Which way is out of the shape: by its windings on either side of samples, at a few places. */
function sideOf(samples: readonly Bare[], winding: (at: Point) => number): Side {
	let votes = 0
	const step = Math.max(1, Math.floor(samples.length / VOTES))
	for (let i = 0; i < samples.length; i += step) {
		const { at, outward } = samples[i] as Bare
		const inside = (side: number) => {
			const p: Point = [at[0] + side * outward[0], at[1] + side * outward[1]]
			// Openings are not inside, whichever way they run.
			return Math.abs(winding(p)) % 2
		}
		votes += inside(BESIDE_PX) - inside(-BESIDE_PX)
	}
	return votes <= 0 ? 1 : -1
}

const outwards = (samples: readonly Bare[], side: Side): readonly Bare[] =>
	side === 1 ? samples : samples.map((one) => ({ ...one, outward: scale(one.outward, -1) }))

/** Kept of the edges that a normal crosses, the strongest. */
const MOST = 4
/** What it costs, in octaves of strength: no edge; an edge at the end of reach; … */
const NONE = 1.2
const FAR = 1.4
/** … a px of change from sample to sample; another side dark; an edge where there was none before. */
const JUMP = 0.9
const MOST_JUMP = 4
const TURNED = 2.5
/** What it costs that neither side keeps its colour, by so many levels. */
const OTHER_SIDES = 1
const MUCH = 80
const BREAK = 0.7
/** Octaves above what counts at all at which an edge is quite sure. */
const QUITE_SURE = 2.5

interface State {
	readonly edge: Crossed | null
	readonly worth: number
	cost: number
	from: number
}

/** The edge of each sample: the cheapest chain of one state a sample. */
function withEdges(
	samples: readonly Bare[],
	field: EdgeField,
	reach: number,
	closed: boolean,
	{ reachOf, jump = JUMP, mostJump = MOST_JUMP, most = MOST, unlike }: Seeking,
): EdgeSample[] {
	const everywhere = { most: reach, likely: reach }
	const states = samples.map(({ at, outward, segment, t }): State[] => {
		const { most: far, likely } = reachOf?.(segment, t) ?? everywhere
		const found = edgesAlong(field, at[0], at[1], outward[0], outward[1], -far, far)
		const best = found.sort((a, b) => b.log - a.log).slice(0, most)
		return [
			{ edge: null, worth: -NONE, cost: 0, from: -1 },
			...best.map((edge): State => {
				const against = FAR * (edge.t / likely) ** 2 + (unlike ? unlike(edge, segment) : 0)
				const worth = Math.min(QUITE_SURE, edge.clear) - against
				return { edge, worth, cost: 0, from: -1 }
			}),
		]
	})
	// Round a closed outline twice: what the first round ends with, the second begins with.
	const order = closed ? [...states, ...states.map((own) => own.map((s) => ({ ...s })))] : states
	for (const [i, own] of order.entries()) {
		const before = order[i - 1]
		for (const state of own) {
			state.cost = -state.worth
			if (!before) continue
			let cheapest = Number.POSITIVE_INFINITY
			for (const [k, other] of before.entries()) {
				const cost = other.cost + change(other.edge, state.edge, jump, mostJump)
				if (cost >= cheapest) continue
				cheapest = cost
				state.from = k
			}
			state.cost += cheapest
		}
	}
	const chosen: (Crossed | null)[] = []
	let k = cheapestOf(order.at(-1) ?? [])
	for (let i = order.length - 1; i >= 0; i--) {
		const state = order[i]?.[k]
		chosen[i] = state?.edge ?? null
		k = state?.from ?? -1
	}
	const last = chosen.slice(order.length - samples.length)
	return samples.map((sample, i) => {
		const edge = last[i] ?? null
		const confidence = edge ? Math.max(0, Math.min(1, edge.clear / QUITE_SURE)) : 0
		const sure = edge !== null && confidence >= SURE
		return { ...sample, edge: sure ? edge.t : Number.NaN, crossed: edge, confidence }
	})
}

function change(a: Crossed | null, b: Crossed | null, jump: number, most: number): number {
	if (!a && !b) return 0
	if (!a || !b) return BREAK
	const sides = Math.min(toneApart(a.before, b.before), toneApart(a.after, b.after))
	return (
		jump * Math.min(most, Math.abs(a.t - b.t)) +
		OTHER_SIDES * Math.min(1, sides / MUCH) +
		(a.lighter === b.lighter ? 0 : TURNED)
	)
}

function cheapestOf(states: readonly State[]): number {
	let best = 0
	for (const [k, { cost }] of states.entries()) if (cost < item(states, best).cost) best = k
	return best
}
