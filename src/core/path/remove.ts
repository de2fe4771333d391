import { type Cubic, derivativeAt, pointAt, splitCubic } from '../geometry/cubic'
import { refineNearest } from '../geometry/nearest'
import { item } from '../geometry/numbers'
import {
	add,
	distance,
	dot,
	type Point,
	perpendicular,
	scale,
	subtract,
	unit,
} from '../geometry/point'
import { segmentCubic, segments, withHandles } from './contour'
import { mapContoursOf } from './edit'
import { inferKind } from './kinds'
import type { Contour, PathNode, Sheet } from './model'
import { settleSince } from './nodes'

/** Places at which a removed run is compared with the segment that replaces it. */
const SAMPLES_PER_SEGMENT = 8
/** Long runs are compared at about so many places, and each segment at two at least. */
const MOST_SAMPLES = 256
const LEAST_SAMPLES = 2
/** Rounds of fitting handle lengths at most, and those before Gauss–Newton steps are safe. */
const FIT_ROUNDS = 10
const ROUGH_ROUNDS = 3
/** Handles that change by less from round to round have been found, px. */
const SETTLED_PX = 1e-3
/** Control points this near count as the same, px. */
const SAME_PX = 1e-6

/**
 * Removes nodes and keeps every outline whole: the two nodes on either side of a removed run are
 * joined by one segment, its handles re-fitted so that it follows the run by least squares, in
 * the directions in which the run left and arrived. A run of straight segments becomes a straight
 * one. An outline left with fewer nodes than it needs (two) goes with its nodes.
 */
export function removeNodes(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	return mapContoursOf(sheet, ids, (contour) => {
		const kept = contour.nodes.filter((node) => !ids.has(node.id))
		if (kept.length < 2) return null
		return settleSince(contour, withoutNodes(contour, ids))
	})
}

/** An outline without the node at one place, the two beside it joined. */
export function withoutNodeAt(contour: Contour, index: number): Contour {
	const node = contour.nodes[index]
	return node ? withoutNodes(contour, new Set([node.id])) : contour
}

function withoutNodes(contour: Contour, ids: ReadonlySet<string>): Contour {
	const keptIndices = [...contour.nodes.keys()].filter((i) => !ids.has(contour.nodes[i]?.id ?? ''))
	const all = segments(contour)
	const kept = keptIndices.map((i) => item(contour.nodes, i))
	// Ends of an open outline that lose the segment beyond them lose its handle too.
	const nodes = contour.closed ? kept : trimEnds(kept, contour)
	const result = { ...contour, nodes: [...nodes] }
	const joins = contour.closed ? keptIndices.length : keptIndices.length - 1
	for (let k = 0; k < joins; k++) {
		const start = item(keptIndices, k)
		const stop = item(keptIndices, (k + 1) % keptIndices.length)
		const span =
			(stop - start + contour.nodes.length) % contour.nodes.length || contour.nodes.length
		if (span === 1) continue
		const run = Array.from({ length: span }, (_, j) => item(all, (start + j) % all.length))
		giveSegment(result, k, runReplacement(run.map(segmentCubic), run.every(isLine)))
	}
	return result
}

function trimEnds(nodes: readonly PathNode[], contour: Contour): PathNode[] {
	const first = contour.nodes[0]
	const last = contour.nodes.at(-1)
	return nodes.map((node, i) => {
		const lostBefore = i === 0 && node !== first
		const lostAfter = i === nodes.length - 1 && node !== last
		if (!lostBefore && !lostAfter) return node
		const handles = { in: lostBefore ? undefined : node.in, out: lostAfter ? undefined : node.out }
		const trimmed = withHandles(node, handles)
		return { ...trimmed, kind: trimmed.in || trimmed.out ? node.kind : 'corner' }
	})
}

function isLine({ from, to }: { from: PathNode; to: PathNode }): boolean {
	return !from.out && !to.in
}

/** An outline under construction: its nodes are its maker's own. */
type Draft = Omit<Contour, 'nodes'> & { readonly nodes: PathNode[] }

/** Gives segment `k` of a draft the handles of `cubic` (none for `null`), and fitting kinds. */
function giveSegment(draft: Draft, k: number, cubic: Cubic | null): void {
	const { nodes } = draft
	const next = (k + 1) % nodes.length
	const from = item(nodes, k)
	nodes[k] = withHandles(from, { in: from.in, out: cubic?.[1] })
	const to = item(nodes, next)
	nodes[next] = withHandles(to, { in: cubic?.[2], out: to.out })
	for (const i of [k, next]) {
		const node = item(nodes, i)
		const keepsKind = node.kind === 'cusp' && (node.in || node.out)
		if (!keepsKind) nodes[i] = { ...node, kind: inferKind(draft, i) }
	}
}

/** One cubic in place of a run of them, or `null` for a straight segment. */
function runReplacement(run: readonly Cubic[], straight: boolean): Cubic | null {
	const first = run[0]
	const last = run.at(-1)
	if (straight || !first || !last) return null
	const unsplit = run.length === 2 ? unsplitCubic(run as readonly [Cubic, Cubic]) : null
	if (unsplit) return unsplit
	const each = Math.min(SAMPLES_PER_SEGMENT, Math.max(LEAST_SAMPLES, MOST_SAMPLES / run.length))
	const count = Math.ceil(each)
	const samples = run.flatMap((c, i) =>
		Array.from({ length: count }, (_, j) => ({
			point: pointAt(c, (j + 1) / count),
			t: (i + (j + 1) / count) / run.length,
		})),
	)
	const leave = unit(subtract(firstApart(first), first[0]))
	const arrive = unit(subtract(firstApart([last[3], last[2], last[1], last[0]]), last[3]))
	return fitHandles(first[0], leave, arrive, last[3], samples)
}

function firstApart([a, b, c, d]: Cubic): Point {
	return distance(a, b) > 1e-9 ? b : distance(a, c) > 1e-9 ? c : d
}

/**
 * The cubic that de Casteljau's construction would split into these two, if there is one: the
 * join's handles stand in the ratio t : 1 - t, and so do the outer handles to their originals.
 */
export function unsplitCubic([before, after]: readonly [Cubic, Cubic]): Cubic | null {
	const into = distance(before[2], before[3])
	const out = distance(after[0], after[1])
	const t = into / (into + out)
	if (!(t > 1e-6 && t < 1 - 1e-6)) return null
	const start = before[0]
	const end = after[3]
	const whole: Cubic = [
		start,
		add(start, scale(subtract(before[1], start), 1 / t)),
		add(end, scale(subtract(after[2], end), 1 / (1 - t))),
		end,
	]
	const parts = splitCubic(whole, t).flat()
	const same = [...before, ...after].every((p, i) => distance(p, parts[i] ?? p) < SAME_PX)
	return same ? whole : null
}

/**
 * The handle lengths along given directions that follow the samples best (Schneider, 1990): a few
 * rounds of lengths and places in turn, then Gauss–Newton steps on the distances along the normals,
 * which need no more than a handful.
 */
function fitHandles(
	start: Point,
	leave: Point,
	arrive: Point,
	end: Point,
	samples: readonly { point: Point; t: number }[],
): Cubic {
	const third = distance(start, end) / 3 || 1
	// A handle of no length, or one that points backwards, would turn the join inside out.
	const least = distance(start, end) * 1e-3 + 1e-6
	// Nor is one longer than the run that it is to follow: where directions hardly meet, none is too long.
	const most = Math.max(least, lengthThrough([start, ...samples.map(({ point }) => point)]))
	const within = (length: number) => Math.min(most, Math.max(least, length))
	const withLengths = ([a, b]: Lengths): Cubic => [
		start,
		add(start, scale(leave, a)),
		add(end, scale(arrive, b)),
		end,
	]
	let lengths: Lengths = [third, third]
	let places = samples.map((s) => s.t)
	const placesOn = (cubic: Cubic) =>
		samples.map(({ point }, i) => refineNearest(cubic, point, item(places, i)))
	const offBy = (cubic: Cubic, at: readonly number[]) =>
		samples.reduce(
			(sum, { point }, i) => sum + distance(point, pointAt(cubic, item(at, i))) ** 2,
			0,
		)
	let best = withLengths(lengths)
	let offBest = offBy(best, placesOn(best))
	for (let round = 0; round < FIT_ROUNDS; round++) {
		const cubic = withLengths(lengths)
		const found = solveLengths(cubic, leave, arrive, samples, places, round >= ROUGH_ROUNDS)
		if (!found) break
		const next: Lengths = [within(lengths[0] + found[0]), within(lengths[1] + found[1])]
		const moved = Math.abs(next[0] - lengths[0]) + Math.abs(next[1] - lengths[1])
		lengths = next
		const curve = withLengths(lengths)
		places = placesOn(curve)
		// Where no curve follows the run well, a step may lead further from it.
		const off = offBy(curve, places)
		if (off > offBest) continue
		offBest = off
		best = curve
		if (round > ROUGH_ROUNDS && moved < SETTLED_PX) break
	}
	return best
}

function lengthThrough(points: readonly Point[]): number {
	return points.reduce((sum, p, i) => sum + distance(p, points[i - 1] ?? p), 0)
}

type Lengths = readonly [start: number, end: number]

/**
 * By how much the handles should grow: least squares of what is left at each sample, all of it, or
 * only across the curve, where sliding along it costs nothing.
 */
function solveLengths(
	cubic: Cubic,
	leave: Point,
	arrive: Point,
	samples: readonly { point: Point }[],
	places: readonly number[],
	acrossOnly: boolean,
): Lengths | null {
	let aa = 0
	let ab = 0
	let bb = 0
	let ra = 0
	let rb = 0
	for (const [i, { point }] of samples.entries()) {
		const t = item(places, i)
		const s = 1 - t
		const wa = 3 * s * s * t
		const wb = 3 * s * t * t
		const rest = subtract(point, pointAt(cubic, t))
		const normal = acrossOnly ? perpendicular(unit(derivativeAt(cubic, t))) : null
		if (normal) {
			const ca = wa * dot(leave, normal)
			const cb = wb * dot(arrive, normal)
			const off = dot(rest, normal)
			aa += ca * ca
			ab += ca * cb
			bb += cb * cb
			ra += ca * off
			rb += cb * off
		} else {
			aa += wa * wa
			ab += wa * wb * dot(leave, arrive)
			bb += wb * wb
			ra += wa * dot(leave, rest)
			rb += wb * dot(arrive, rest)
		}
	}
	const det = aa * bb - ab * ab
	if (!(det > 1e-12 * aa * bb)) return null
	return [(ra * bb - rb * ab) / det, (aa * rb - ab * ra) / det]
}
