import { type Cubic, pointAt, refineNearest, splitCubic } from '../geometry/cubic'
import { add, distance, dot, type Point, scale, subtract, unit } from '../geometry/point'
import { segmentCubic, segments, withHandles } from './contour'
import { mapContours } from './edit'
import { inferKind, replaceNode } from './kinds'
import type { Contour, PathNode, Sheet } from './model'
import { settleSince } from './nodes'

/** Places at which a removed run is compared with the segment that replaces it. */
const SAMPLES_PER_SEGMENT = 16
/** Rounds of fitting handle lengths and matching places along the curve in turn. */
const FIT_ROUNDS = 24
/** Control points this near count as the same, px. */
const SAME_PX = 1e-6

/**
 * Removes nodes and keeps every outline whole: the two nodes on either side of a removed run are
 * joined by one segment, its handles re-fitted so that it follows the run by least squares, in
 * the directions in which the run left and arrived. A run of straight segments becomes a straight
 * one. An outline left with fewer nodes than it needs (two) goes with its nodes.
 */
export function removeNodes(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	return mapContours(sheet, (contour) => {
		if (!contour.nodes.some((node) => ids.has(node.id))) return contour
		const kept = contour.nodes.filter((node) => !ids.has(node.id))
		if (kept.length < 2) return null
		return settleSince(contour, bridged(contour, ids))
	})
}

function bridged(contour: Contour, ids: ReadonlySet<string>): Contour {
	const keptIndices = [...contour.nodes.keys()].filter((i) => !ids.has(contour.nodes[i]?.id ?? ''))
	const all = segments(contour)
	let nodes: PathNode[] = keptIndices.flatMap((i) => contour.nodes[i] ?? [])
	// Ends of an open outline that lose the segment beyond them lose its handle too.
	if (!contour.closed) nodes = trimEnds(nodes, contour)
	let result: Contour = { ...contour, nodes }
	const joins = contour.closed ? keptIndices.length : keptIndices.length - 1
	for (let k = 0; k < joins; k++) {
		const start = keptIndices[k] ?? 0
		const stop = keptIndices[(k + 1) % keptIndices.length] ?? 0
		const span =
			(stop - start + contour.nodes.length) % contour.nodes.length || contour.nodes.length
		if (span === 1) continue
		const run = Array.from({ length: span }, (_, j) => all[(start + j) % all.length]).flatMap(
			(segment) => segment ?? [],
		)
		result = withSegment(result, k, runReplacement(run.map(segmentCubic), run.every(isLine)))
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

/** Gives segment `k` of a contour the handles of `cubic` (none for `null`), and fitting kinds. */
function withSegment(contour: Contour, k: number, cubic: Cubic | null): Contour {
	const next = (k + 1) % contour.nodes.length
	const from = contour.nodes[k]
	if (!from) return contour
	const opened = replaceNode(contour, k, withHandles(from, { in: from.in, out: cubic?.[1] }))
	const to = opened.nodes[next]
	if (!to) return opened
	const set = replaceNode(opened, next, withHandles(to, { in: cubic?.[2], out: to.out }))
	return [k, next].reduce((current, i) => {
		const node = current.nodes[i]
		if (!node) return current
		const shown = inferKind(current, i)
		const keepsKind = node.kind === 'cusp' && (node.in || node.out)
		return keepsKind ? current : replaceNode(current, i, { ...node, kind: shown })
	}, set)
}

/** One cubic in place of a run of them, or `null` for a straight segment. */
function runReplacement(run: readonly Cubic[], straight: boolean): Cubic | null {
	const first = run[0]
	const last = run.at(-1)
	if (straight || !first || !last) return null
	const samples = run.flatMap((c, i) =>
		Array.from({ length: SAMPLES_PER_SEGMENT }, (_, j) => ({
			point: pointAt(c, (j + 1) / SAMPLES_PER_SEGMENT),
			t: (i + (j + 1) / SAMPLES_PER_SEGMENT) / run.length,
		})),
	)
	const leave = unit(subtract(firstApart(first), first[0]))
	const arrive = unit(subtract(firstApart([last[3], last[2], last[1], last[0]]), last[3]))
	const unsplit = run.length === 2 ? unsplitCubic(run as readonly [Cubic, Cubic]) : null
	return unsplit ?? fitHandles(first[0], leave, arrive, last[3], samples)
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

/** The handle lengths along given directions that follow the samples best (Schneider, 1990). */
function fitHandles(
	start: Point,
	leave: Point,
	arrive: Point,
	end: Point,
	samples: readonly { point: Point; t: number }[],
): Cubic {
	const third = distance(start, end) / 3 || 1
	let cubic: Cubic = [start, add(start, scale(leave, third)), add(end, scale(arrive, third)), end]
	let places = samples.map((s) => s.t)
	for (let round = 0; round < FIT_ROUNDS; round++) {
		const lengths = solveLengths(start, leave, arrive, end, samples, places)
		if (!lengths) break
		cubic = [start, add(start, scale(leave, lengths[0])), add(end, scale(arrive, lengths[1])), end]
		places = samples.map(({ point }, i) => refineNearest(cubic, point, places[i] ?? 0))
	}
	return cubic
}

function solveLengths(
	start: Point,
	leave: Point,
	arrive: Point,
	end: Point,
	samples: readonly { point: Point }[],
	places: readonly number[],
): [number, number] | null {
	let aa = 0
	let ab = 0
	let bb = 0
	let ra = 0
	let rb = 0
	for (const [i, { point }] of samples.entries()) {
		const t = places[i] ?? 0
		const s = 1 - t
		const wa = 3 * s * s * t
		const wb = 3 * s * t * t
		const base = add(scale(start, s * s * s + wa), scale(end, t * t * t + wb))
		const rest = subtract(point, base)
		aa += wa * wa
		ab += wa * wb * dot(leave, arrive)
		bb += wb * wb
		ra += wa * dot(leave, rest)
		rb += wb * dot(arrive, rest)
	}
	const det = aa * bb - ab * ab
	if (!(det > 1e-12 * aa * bb)) return null
	const a = (ra * bb - rb * ab) / det
	const b = (aa * rb - ab * ra) / det
	// A handle of no length, or one that points backwards, would turn the join inside out.
	const least = distance(start, end) * 1e-3 + 1e-6
	return [Math.max(a, least), Math.max(b, least)]
}
