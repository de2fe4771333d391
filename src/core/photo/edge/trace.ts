import { type Line, lineThrough, meeting, offLine, ontoLine } from '../../geometry/lineThrough'
import { item, quantile } from '../../geometry/numbers'
import { distance, type Point } from '../../geometry/point'
import { segments } from '../../path/contour'
import type { Contour } from '../../path/model'
import { type EdgeSample, edgeSamples, type Seeking } from './edgeDeviation'
import type { EdgeField } from './edgeField'
import { sharpenCorners } from './sharpenCorners'

/** Where the edges run beside an outline. */
export interface Trace {
	/** In order along it, about 2 px apart; without what lies at corners, where two edges run into each other. */
	readonly places: readonly TracedPlace[]
	/** Of each segment the share along which an edge is sure. */
	readonly found: readonly number[]
}

export interface TracedPlace {
	readonly at: Point
	readonly segment: number
	/** An edge is sure here; else the place lies between those on either side that are, or on the outline. */
	readonly sure: boolean
}

/** So near to a corner of the outline its two edges run into each other, px. */
const CORNER_PX = 2.5
/** A middle is taken over so many px of way for a px by which places jitter, and over so many at most. */
const CALM = 40
const MOST_CALM_PX = 22
/** Places that jitter by less are left as they are, px. */
const STEADY_PX = 0.12
/** Samples are so far apart, px. */
const STEP_PX = 2

/**
 * The edges beside an outline: of each sample the one that is consistent along it, then their middle where they
 * waver, as they do in grain and along soft edges.
 * @param reach how far an edge may lie from it, px
 * @param inside how far inside the edge the places are to lie, px
 */
export function traceAlong(
	contour: Contour,
	field: EdgeField,
	reach: number,
	inside = 0,
	seeking: Seeking = {},
): Trace {
	const samples = edgeSamples([contour], field, reach, seeking)
	const found = segments(contour).map((_, k) => {
		const own = samples.filter(({ segment }) => segment === k)
		const sure = own.filter(({ edge }) => !Number.isNaN(edge))
		return own.length > 0 ? sure.length / own.length : 0
	})
	const offsets = calmed(between(samples, contour.closed), contour.closed)
	const corners = contour.nodes
		.filter(({ kind }) => kind === 'corner' || kind === 'cusp')
		.map(({ at }) => at)
	const places = samples.flatMap(({ at, outward, segment, edge }, i): TracedPlace[] => {
		const by = item(offsets, i) - inside
		const place: Point = [at[0] + by * outward[0], at[1] + by * outward[1]]
		if (corners.some((corner) => distance(corner, at) < CORNER_PX)) return []
		return [{ at: place, segment, sure: !Number.isNaN(edge) }]
	})
	return { places, found }
}

/** A corner is told by places so far from it on either side, px: nearer the two edges run into each other. */
const ARM_PX = { from: 6, to: 30 } as const
/** They lie on a curve that bows evenly but for this, px; and where they meet they cross by so much at least, radians. */
const ARM_WAVERS_PX = 0.6
const ARMS_TURN = 0.7

/**
 * The places with corners where the edges on either side of an outline's corners meet: what blur takes of a corner, and
 * what lies too near to one to be told, is gone over by the edges themselves.
 * @param reach how far from the outline's own a corner may lie, px
 */
export function withCorners(
	places: readonly TracedPlace[],
	contour: Contour,
	reach: number,
): TracedPlace[] {
	const count = segments(contour).length
	let made = [...places]
	for (const [k, { kind, at }] of contour.nodes.entries()) {
		const ends = !contour.closed && (k === 0 || k === contour.nodes.length - 1)
		if (ends || (kind !== 'corner' && kind !== 'cusp')) continue
		const into = (k + count - 1) % count
		const arm = (segment: number) =>
			places
				.filter((one) => one.segment === segment && one.sure)
				.map((one) => one.at)
				.filter((p) => isInArm(distance(p, at)))
		const corner = armsMeet(arm(into), arm(k), at)
		if (!corner || distance(corner, at) > reach) continue
		const first = made.findIndex(({ segment }) => segment === k)
		const place: TracedPlace = { at: corner, segment: k, sure: true }
		made = made
			.toSpliced(first < 0 ? made.length : first, 0, place)
			.filter(
				(one) =>
					one === place ||
					(one.segment !== into && one.segment !== k) ||
					distance(one.at, corner) >= ARM_PX.from,
			)
	}
	return made
}

const isInArm = (away: number) => away >= ARM_PX.from && away <= ARM_PX.to

/** Where two arms of a corner meet; `null` where they are not told well enough, or run on into each other. */
function armsMeet(into: readonly Point[], out: readonly Point[], at: Point): Point | null {
	if (into.length < LEAST_PLACES || out.length < LEAST_PLACES) return null
	const arms = [bowThrough(into), bowThrough(out)] as const
	if (arms.some((arm, k) => wavers(arm, k === 0 ? into : out))) return null
	// Where they reach the corner by themselves they are all but straight.
	let corner: Point | null = at
	for (let turn = 0; turn < TURNS && corner; turn++) {
		const near: Point = corner
		const [a, b] = arms.map((arm) => tangentBeside(arm, near))
		corner = a && b ? meeting(a, b, Math.sin(ARMS_TURN)) : null
	}
	return corner
}

/** So often a corner is sought anew from where it was found. */
const TURNS = 3

/** An arm that bows: how far it is off its line, as a polynomial of how far along. */
interface Bow {
	readonly line: Line
	readonly by: readonly [number, number, number]
}

/** The parabola in the middle of places along a line (least squares). */
function bowThrough(points: readonly Point[]): Bow {
	const line = lineThrough(points)
	const places = points.map((p) => [alongLine(line, p), offLine(line, p)] as const)
	const sum = (of: (x: number, y: number) => number) =>
		places.reduce((total, [x, y]) => total + of(x, y), 0)
	const n = places.length
	// Their mean is the line's place: the first moment is none.
	const [xx, xxx, xxxx] = [sum((x) => x * x), sum((x) => x ** 3), sum((x) => x ** 4)]
	const [y, xy, xxy] = [sum((_, v) => v), sum((x, v) => x * v), sum((x, v) => x * x * v)]
	const bent = xxxx - (xx * xx) / n - (xxx * xxx) / xx
	const c = bent > 1e-9 ? (xxy - (xx * y) / n - (xxx * xy) / xx) / bent : 0
	return { line, by: [(y - xx * c) / n, (xy - xxx * c) / xx, c] }
}

const alongLine = ({ at, along }: Line, p: Point) =>
	(p[0] - at[0]) * along[0] + (p[1] - at[1]) * along[1]

const bowAt = ([a, b, c]: Bow['by'], x: number) => a + b * x + c * x * x

function wavers({ line, by }: Bow, points: readonly Point[]): boolean {
	return points.some(
		(p) => Math.abs(offLine(line, p) - bowAt(by, alongLine(line, p))) > ARM_WAVERS_PX,
	)
}

/** The tangent of an arm at the place of it beside a point. */
function tangentBeside({ line, by }: Bow, p: Point): Line {
	const { at, along } = line
	const x = alongLine(line, p)
	const across: Point = [-along[1], along[0]]
	const off = bowAt(by, x)
	const slope = by[1] + 2 * by[2] * x
	const length = Math.hypot(1, slope)
	return {
		at: [at[0] + x * along[0] + off * across[0], at[1] + x * along[1] + off * across[1]],
		along: [(along[0] + slope * across[0]) / length, (along[1] + slope * across[1]) / length],
	}
}

/** How far off the edge is at each sample: where none is sure, as between those that are on either side. */
function between(samples: readonly EdgeSample[], closed: boolean): number[] {
	const n = samples.length
	const known = samples.flatMap(({ edge }, i) => (Number.isNaN(edge) ? [] : [i]))
	if (known.length === 0) return samples.map(() => 0)
	const offsets = samples.map(({ edge }) => edge)
	for (const [k, i] of known.entries()) {
		const next = known[k + 1] ?? (closed ? item(known, 0) + n : undefined)
		if (next === undefined) continue
		const [a, b] = [item(offsets, i), item(offsets, next % n)]
		for (let m = i + 1; m < next; m++) offsets[m % n] = a + ((b - a) * (m - i)) / (next - i)
	}
	// Before the first and after the last it goes on as there.
	return offsets.map((off, i) => {
		if (!Number.isNaN(off)) return off
		const first = item(known, 0)
		return item(offsets, i < first ? first : item(known, known.length - 1))
	})
}

/** Offsets without their jitter: straight lines through those round each, as wide as they waver. */
function calmed(offsets: readonly number[], closed: boolean): number[] {
	const n = offsets.length
	const at = (i: number) => item(offsets, closed ? (i + n) % n : Math.max(0, Math.min(n - 1, i)))
	const bends = offsets.map((off, i) => Math.abs(off - (at(i - 1) + at(i + 1)) / 2))
	const jitter = quantile(
		bends.sort((a, b) => a - b),
		0.5,
	)
	const reach = Math.round(Math.min(MOST_CALM_PX, CALM * jitter) / STEP_PX)
	if (jitter < STEADY_PX || reach < 1 || n < 2 * reach + 2) return [...offsets]
	return offsets.map((own, i) => {
		let [sum, all] = [0, 0]
		for (let k = -reach; k <= reach; k++) {
			const off = at(i + k)
			// Another stretch begins where it jumps.
			if (Math.abs(off - own) > LEAP_PX) continue
			const weight = reach + 1 - Math.abs(k)
			sum += weight * off
			all += weight
		}
		return sum / all
	})
}

const LEAP_PX = 3

/**
 * Places as a way to be fitted: straight where they all but are, its corners where the edges on either side of
 * them meet.
 * @param tolerance how far the outline may leave the places, px
 */
export function wayThrough(
	places: readonly TracedPlace[],
	closed: boolean,
	tolerance: number,
): Point[] {
	const way = evenly(straightened(places, closed, tolerance), closed)
	if (!closed || way.length < 8) return sharpenCorners(way)
	// Twice the seam, so that a corner there is seen too; what lies beyond the first round goes again.
	const over = Math.min(SEAM, way.length >> 1)
	const round = sharpenCorners([...way, ...way.slice(0, over)])
	const begin = item(way, over)
	const from = nearest(round, begin, 0, round.length >> 1)
	const end = item(way, over - 1)
	const to = nearest(round, end, round.length >> 1, round.length)
	return round.slice(from, to + 1)
}

/** A straight line is told by so many places at least; … */
const LEAST_PLACES = 5
/** … it bows by no more than this share of the tolerance, … */
const BOWS = 0.35
/** … and two of them meet in a corner if that is so near to both, px. */
const MEET_PX = 5

/** They meet in one if they turn by so much, as a sine. */
const LEAST_SINE = 0.2

interface Straight extends Line {
	/** Its places waver about it. */
	readonly rough: boolean
}

/** The places of each segment on a straight line where they all but lie on one, which ends where the next begins. */
function straightened(places: readonly TracedPlace[], closed: boolean, tolerance: number): Point[] {
	const groups: Point[][] = []
	for (const [i, { at, segment }] of places.entries()) {
		const own = groups.at(-1)
		if (own && places[i - 1]?.segment === segment) own.push(at)
		else groups.push([at])
	}
	const lines = groups.map((group) => straightThrough(group, tolerance))
	return groups.flatMap((group, k) => {
		const line = lines[k]
		// Between curves it is left to the fit where it does not waver.
		const [before, beyond] = [
			lines[(k + lines.length - 1) % lines.length],
			lines[(k + 1) % lines.length],
		]
		if (!line || (!line.rough && !before && !beyond)) return group
		const made = group.map((p) => ontoLine(line, p))
		const next = lines[(k + 1) % lines.length]
		const after = groups[(k + 1) % groups.length]?.[0]
		if (!next || !after || next === line || (!closed && k === lines.length - 1)) return made
		const corner = meeting(line, next, LEAST_SINE)
		const last = item(made, made.length - 1)
		const near = corner && distance(corner, last) <= MEET_PX && distance(corner, after) <= MEET_PX
		return near ? [...made, corner] : made
	})
}

/** The line in the middle of places; `null` where they are no straight line. */
function straightThrough(places: readonly Point[], tolerance: number): Straight | null {
	const n = places.length
	if (n < LEAST_PLACES) return null
	const line = lineThrough(places)
	const off = places.map((p) => offLine(line, p))
	const rough = Math.sqrt(off.reduce((sum, v) => sum + v * v, 0) / n) > STEADY_PX
	const third = Math.max(1, Math.floor(n / 3))
	const mean = (from: number, to: number) =>
		off.slice(from, to).reduce((sum, v) => sum + v, 0) / (to - from)
	const bow = Math.abs(mean(third, n - third) - (mean(0, third) + mean(n - third, n)) / 2)
	return bow <= BOWS * tolerance && off.every((v) => Math.abs(v) <= tolerance)
		? { ...line, rough }
		: null
}

/** A way with places about a px apart: corners are seen by what lies round them. */
function evenly(way: readonly Point[], closed: boolean): Point[] {
	return way.flatMap((p, i): Point[] => {
		const next = way[i + 1] ?? (closed ? way[0] : undefined)
		if (!next) return [p]
		const count = Math.max(1, Math.round(distance(p, next)))
		return Array.from(
			{ length: count },
			(_, k): Point => [
				p[0] + ((next[0] - p[0]) * k) / count,
				p[1] + ((next[1] - p[1]) * k) / count,
			],
		)
	})
}

/** So many places are looked at beyond the seam. */
const SEAM = 24

function nearest(way: readonly Point[], at: Point, from: number, to: number): number {
	let best = from
	for (let i = from; i < to; i++)
		if (distance(item(way, i), at) < distance(item(way, best), at)) best = i
	return best
}
