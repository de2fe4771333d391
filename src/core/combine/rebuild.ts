import { type Cubic, splitCubic } from '../geometry/cubic'
import { nearestOn } from '../geometry/nearest'
import { distance, type Point } from '../geometry/point'
import { reverseContour, withHandles } from '../path/contour'
import { withFreshIds } from '../path/freshIds'
import { inferKind, obeysKind } from '../path/kinds'
import { type Contour, newId, type PathNode } from '../path/model'
import { controlArea, controlLength } from './area'
import type { Arrangement, Ring } from './arrangement'
import { type Crossing, crossingNear, touchNear } from './crossing'
import { type Run, runsOf } from './runs'
import type { Source } from './sources'

/**
 * Makes outlines of polygons of an arrangement. Where a polygon follows a whole segment, that
 * segment comes back to the last bit, with its nodes' kinds; where it leaves one for another, both
 * are split at their true crossing. What is thinner than the weld distance is nothing.
 * @returns closed outlines; openings run against what is round them, so that both fill rules agree
 */
export function rebuild(arrangement: Arrangement, rings: readonly Ring[]): Contour[] {
	const outlines = rings
		.map((ring) => tracedRuns(arrangement, ring))
		.filter((runs) => runs !== null)
	const backwards = outlines.flat().reduce((sum, { run }) => sum - run.direction, 0)
	const contours = outlines.map((traced) => tracedContour(arrangement, traced))
	return withFreshIds(backwards > 0 ? contours.map(reverseContour) : contours)
}

/** The place where one run ends and the next begins. */
interface Meeting {
	readonly at: Point
	/** The node of a source that stands there. */
	readonly node: PathNode | null
	/** Whether outlines went through that node as they do now. */
	readonly kept: boolean
	/** What has to go in between first: the runs themselves do not meet. */
	readonly bridge?: Run
}

/** A run with the joint that it begins at. */
interface Traced {
	readonly run: Run
	readonly joint: Meeting
}

const NO_RUN: Run = { source: -1, from: 0, to: 0, direction: 1, start: 0, end: 0 }

function tracedRuns(arrangement: Arrangement, ring: Ring): Traced[] | null {
	const { sources, lattice, weld } = arrangement
	let runs = withCollapsed(
		arrangement,
		runsOf(lattice, ring, (a, source) => isNext(sources, a, { source })),
	)
	const join = (k: number): Meeting => {
		const run = runs[k] ?? NO_RUN
		return trimToMeeting(arrangement, runs.at(k - 1) ?? run, run)
	}
	let joints = runs.map((_, k) => join(k))
	for (let bridges = runs.length; runs.length > 0; ) {
		const k = bridges > 0 ? joints.findIndex(({ bridge }) => bridge) : -1
		const bridge = joints[k]?.bridge
		if (bridge) {
			bridges--
			runs = runs.toSpliced(k, 0, bridge)
			joints = joints.toSpliced(k, 1, join(k), join(k + 1))
			continue
		}
		const gone = runs.findIndex((run, i) => {
			const from = joints[i]?.at
			const to = joints[(i + 1) % joints.length]?.at
			return !from || !to || isSpent(sources, run, from, to, weld)
		})
		if (gone < 0) break
		const next = gone + 1 < runs.length ? gone : 0
		const rest = withoutRun(runs, gone)
		const welded = rest.length < runs.length - 1
		runs = rest
		joints = welded
			? runs.map((_, i) => join(i))
			: joints.toSpliced(gone, 1).map((joint, i) => (i === next ? join(i) : joint))
	}
	const traced = runs.flatMap((run, k): Traced[] => {
		const joint = joints[k]
		return joint ? [{ run, joint }] : []
	})
	return isSliver(arrangement, traced) ? null : traced
}

/** Puts segments shorter than the weld distance back between those that they lead between. */
function withCollapsed({ sources, lattice }: Arrangement, runs: readonly Run[]): Run[] {
	return runs.flatMap((run, k) => {
		const next = runs[(k + 1) % runs.length] ?? run
		const forward = run.direction > 0
		if (run.to !== (forward ? 1 : 0) || next.from !== (forward ? 0 : 1)) return [run]
		const step = (source: number) =>
			(forward ? sources[source]?.after : sources[source]?.before) ?? -1
		const between: Run[] = []
		let source = step(run.source)
		while (
			source !== next.source &&
			source !== run.source &&
			lattice.breaks[source]?.every(({ vertex }) => vertex === run.end)
		) {
			const ends = forward ? { from: 0, to: 1 } : { from: 1, to: 0 }
			between.push({ ...run, ...ends, source, start: run.end })
			source = step(source)
		}
		return source === next.source ? [run, ...between] : [run]
	})
}

/** Leaves a run out; where its neighbours are one segment and one direction, they become one run. */
function withoutRun(runs: readonly Run[], gone: number): Run[] {
	const rest = runs.toSpliced(gone, 1)
	const before = rest.at(gone - 1)
	const after = rest[gone % rest.length]
	if (!before || !after || before === after || before.source !== after.source) return rest
	const forward = before.direction > 0
	const goesOn =
		before.direction === after.direction &&
		(forward ? after.from >= before.from : after.from <= before.from)
	if (!goesOn || (forward ? after.to < before.to : after.to > before.to)) return rest
	const joined: Run = { ...before, to: after.to, end: after.end }
	return rest.flatMap((run) => (run === before ? [joined] : run === after ? [] : [run]))
}

/** Whether nothing is left of a run: it turns back, or is shorter than the weld distance. */
function isSpent(
	sources: readonly Source[],
	run: Run,
	from: Point,
	to: Point,
	weld: number,
): boolean {
	const source = sources[run.source]
	if (!source) return distance(from, to) < weld
	if (isWhole(run)) return false
	if ((run.to - run.from) * run.direction <= 0) return true
	if (distance(from, to) >= weld) return false
	return controlLength(stretchOf(source, run)) < 2 * weld
}

function isWhole({ from, to }: Run): boolean {
	return Math.abs(to - from) === 1
}

/** Trims a run and the next to where they meet: sets where on their segments the one ends and the other begins. @returns where that is */
function trimToMeeting({ sources, lattice, weld }: Arrangement, before: Run, after: Run): Meeting {
	const a = sources[before.source]
	const b = sources[after.source]
	const vertex = lattice.point(after.start)
	if (!a || !b) return { at: vertex, node: null, kept: false }
	const nodeA = before.to === 1 ? a.to : before.to === 0 ? a.from : null
	const nodeB = after.from === 1 ? b.to : after.from === 0 ? b.from : null
	if (isNext(sources, before, after) && nodeB && nodeA)
		return { at: nodeB.at, node: nodeB, kept: true }
	if (nodeA && nodeB && distance(nodeA.at, nodeB.at) < 1e-4 * weld) {
		const node = before.source < after.source ? nodeA : nodeB
		return { at: node.at, node, kept: false }
	}
	const near = { ta: before.to, tb: after.from, weld }
	const crossing = crossingNear(a.cubic, b.cubic, near)
	if (!crossing) {
		const bridge = trimToBridge(sources, before, after, weld)
		if (bridge) return { at: vertex, node: null, kept: false, bridge }
	}
	const { at, ta, tb } = crossing ?? touchNear(a.cubic, b.cubic, near)
	before.to = ta
	after.from = tb
	const node =
		(ta === 1 && a.to) || (ta === 0 && a.from) || (tb === 1 && b.to) || (tb === 0 && b.from)
	return node ? { at: node.at, node, kept: false } : { at, node: null, kept: false }
}

/**
 * Where outlines cross so flatly that they count as one for a while, a polygon may leave the one
 * beyond the next node of the other: then the segment before that node, which is the one that is
 * crossed, goes in between. The two runs are trimmed to it.
 * @returns the run that goes in between; `null`, and nothing trimmed, where none does
 */
function trimToBridge(
	sources: readonly Source[],
	before: Run,
	after: Run,
	weld: number,
): Run | null {
	const a = sources[before.source]
	const b = sources[after.source]
	if (!a || !b || before.source === after.source) return null
	const [start, end] = after.direction > 0 ? ([0, 1] as const) : ([1, 0] as const)
	const [begin, finish] = before.direction > 0 ? ([0, 1] as const) : ([1, 0] as const)
	const earlier = after.direction > 0 ? b.before : b.after
	const later = before.direction > 0 ? a.after : a.before
	const ahead = sources[earlier]
	if (ahead && earlier !== before.source) {
		const crossing = crossingByNode(a.cubic, ahead.cubic, end, weld)
		if (crossing && (crossing.ta - before.from) * before.direction > 0) {
			before.to = crossing.ta
			after.from = start
			return { ...after, source: earlier, from: crossing.tb, to: end, end: after.start }
		}
	}
	const behind = sources[later]
	if (behind && later !== after.source) {
		const crossing = crossingByNode(b.cubic, behind.cubic, begin, weld)
		if (crossing && (after.to - crossing.ta) * after.direction > 0) {
			before.to = finish
			after.from = crossing.ta
			return { ...before, source: later, from: begin, to: crossing.tb, start: before.end }
		}
	}
	return null
}

/** Where a curve crosses another near one of the other's nodes, by which it passes. */
function crossingByNode(a: Cubic, b: Cubic, tb: 0 | 1, weld: number): Crossing | null {
	const node = b[3 * tb] ?? b[0]
	const { t: ta, distance: away } = nearestOn(a, node)
	const crossing = away < 2 * weld ? crossingNear(a, b, { ta, tb, weld }) : null
	return crossing && distance(crossing.at, node) >= weld ? crossing : null
}

/** Whether a run goes on into a segment as their outline does. */
function isNext(
	sources: readonly Source[],
	before: Run,
	after: { readonly source: number; readonly from?: number },
): boolean {
	const source = sources[before.source]
	const forward = before.direction > 0
	if (!source || before.to !== (forward ? 1 : 0)) return false
	if (after.from !== undefined && after.from !== (forward ? 0 : 1)) return false
	return (forward ? source.after : source.before) === after.source
}

/** The part of its segment that a run covers, in the run's direction. */
function stretchOf({ cubic }: Source, { from, to }: Run): Cubic {
	const [low, high] = from < to ? [from, to] : [to, from]
	const [, tail] = low === 0 ? [null, cubic] : splitCubic(cubic, low)
	const [part] = high === 1 ? [tail] : splitCubic(tail, (high - low) / (1 - low))
	return from < to ? part : [part[3], part[2], part[1], part[0]]
}

/** Whether an outline is thinner, on the whole, than what counts as nothing. */
function isSliver({ sources, weld }: Arrangement, traced: readonly Traced[]): boolean {
	const curves = traced.flatMap(({ run, joint }, k): Cubic[] => {
		const source = sources[run.source]
		const end = traced[(k + 1) % traced.length]?.joint.at ?? joint.at
		if (!source) return []
		const [, p, q] = stretchOf(source, run)
		return [[joint.at, p, q, end]]
	})
	const width =
		(2 * Math.abs(controlArea(curves))) / curves.reduce((sum, c) => sum + controlLength(c), 0)
	return !(width >= 2 * weld)
}

function tracedContour({ sources }: Arrangement, traced: readonly Traced[]): Contour {
	const parts = fromFirstNode(sources, traced)
	const first = parts[0] && sources[parts[0].run.source]
	const untouched = first && untouchedContour(sources, parts)
	if (untouched) return untouched
	const pieces = parts.map(({ run }) => handlesOf(sources[run.source], run))
	const nodes = parts.map(({ joint }, k): PathNode => {
		const handles = { in: pieces.at(k - 1)?.in, out: pieces[k]?.out }
		const { id, kind } = joint.node ?? { id: newId(), kind: 'corner' as const }
		return withHandles({ id, at: joint.at, kind }, handles)
	})
	const contour: Contour = { id: first?.contour.id ?? newId(), nodes, closed: true }
	const shown = nodes.map((node, k) =>
		parts[k]?.joint.kept && obeysKind(contour, k) ? node : { ...node, kind: inferKind(contour, k) },
	)
	return { ...contour, nodes: shown }
}

/** Begins with the first node of the first of the outlines that it follows. */
function fromFirstNode(sources: readonly Source[], traced: readonly Traced[]): readonly Traced[] {
	const rank = ({ run, joint }: Traced) => {
		const contour = sources[run.source]?.contour
		const place = joint.node
			? (contour?.nodes.findIndex(({ id }) => id === joint.node?.id) ?? -1)
			: -1
		return place < 0 ? Number.POSITIVE_INFINITY : place
	}
	const ranks = traced.map(rank)
	const best = ranks.indexOf(Math.min(...ranks))
	return [...traced.slice(best), ...traced.slice(0, best)]
}

/** The outline itself, or turned round, where all of it and nothing else was followed. */
function untouchedContour(sources: readonly Source[], parts: readonly Traced[]): Contour | null {
	const contour = parts[0] && sources[parts[0].run.source]?.contour
	const all =
		contour &&
		parts.length === contour.nodes.length &&
		parts.every(({ run, joint }) => joint.kept && isWhole(run))
	if (!all) return null
	return (parts[0]?.run.direction ?? 1) > 0 ? contour : reverseContour(contour)
}

/** The handles of a run's stretch: after the joint that it begins at, and before its end. */
function handlesOf(
	source: Source | undefined,
	run: Run,
): { out?: Point | undefined; in?: Point | undefined } {
	if (!source || source.straight) return {}
	if (isWhole(run)) {
		const { from, to } = source
		return run.direction > 0 ? { out: from.out, in: to.in } : { out: to.in, in: from.out }
	}
	const [, out, into] = stretchOf(source, run)
	return { out, in: into }
}
