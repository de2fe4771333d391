import { at } from '../geometry/numbers'
import type { CornerMark } from './corners'
import type { Grain } from './localFit'
import type { StraightRun } from './straightRuns'
import type { Trail } from './trail'

/** What breaks are sought in. */
export interface BreakGround {
	readonly trail: Trail
	readonly marks: readonly CornerMark[]
	/** Points within which a corner and the end of a straight run are one place. */
	readonly reach: number
	readonly grain: Grain
	/** px */
	readonly limit: number
}

/** A place of the trail that every fit keeps, and the straight runs that end there. */
export interface Place {
	readonly i: number
	readonly before: StraightRun | undefined
	readonly after: StraightRun | undefined
	readonly corner: boolean
}

type Draft = { -readonly [K in keyof Place]: Place[K] }

/** Lines whose directions differ by less (as a sine) have no crossing to speak of. */
export const PARALLEL = 0.05

/** Half a step may be missing between a corner and the nearest point, px. */
export function nearTo({ limit, trail }: Pick<BreakGround, 'limit' | 'trail'>): number {
	return 0.5 * limit + 0.55 * trail.spacing
}

/**
 * The ends of straight runs, moved to the corner beside them, two runs that meet sharing one place.
 * @returns the places, and the runs as they end there; those given stay as they are
 */
export function runEnds(
	ground: BreakGround,
	given: readonly StraightRun[],
): { readonly ends: Place[]; readonly runs: readonly StraightRun[] } {
	const { closed, last } = ground.trail
	const ends: Draft[] = []
	const runs = given.map((run) => atCorners(ground, run))
	for (const { run, cornerFrom, cornerTo } of runs) {
		beginRun(ground, ends, run, cornerFrom)
		ends.push({ i: run.to, before: run, after: undefined, corner: cornerTo })
	}
	joinOverSeam(ground, ends)
	for (const end of ends) if (closed && end.i >= last) end.i -= last
	return { ends, runs: runs.map(({ run }) => run) }
}

/** A run with its ends moved to corners that are within reach. */
function atCorners(ground: BreakGround, given: StraightRun) {
	const { closed, last } = ground.trail
	const run = { ...given }
	const from = nearestMark(ground, run.from, run)
	const to = nearestMark(ground, run.to, run)
	if (from && from.i < run.to - 2) run.from = from.i
	if (to && to.i > run.from + 2) run.to = to.i
	else if (to && closed && to.i === 0 && run.to > last - ground.reach) run.to = last
	return { run, cornerFrom: from !== undefined, cornerTo: to !== undefined }
}

/** Adds where a run begins: a place of its own, or the end of the run before. */
function beginRun(ground: BreakGround, ends: Draft[], run: StraightRun, corner: boolean): void {
	const { reach } = ground
	const before = ends.at(-1)
	const meets = before?.before && meeting(ground.trail, before.before, run)
	if (before && meets && run.from - before.i <= 2 * reach && meets.gap <= nearTo(ground)) {
		const i = corner ? run.from : meets.i
		if (before.before) before.before.to = i
		run.from = i
		Object.assign(before, { i, after: run, corner: true })
	} else if (before && run.from <= before.i && !meets) {
		// Two lines all but parallel: one joint where they pass.
		run.from = before.i
		Object.assign(before, { after: run, corner: true })
	} else {
		if (before && run.from <= before.i) {
			before.i = Math.max(before.i - 1, run.from - 1)
			run.from = before.i + 1
		}
		ends.push({ i: run.from, before: undefined, after: run, corner })
	}
}

/** The last run of a closed trail may meet the first. */
function joinOverSeam(ground: BreakGround, ends: Draft[]): void {
	const { trail, reach } = ground
	const { closed, last } = trail
	const first = ends[0]
	const end = ends.at(-1)
	if (!closed || !first || !end || first === end || ends.length <= 2) return
	const gap = first.i + last - end.i
	const meets = end.before && first.after && meeting(trail, end.before, first.after)
	if (gap > 0 && !(meets && gap <= 2 * reach && meets.gap <= nearTo(ground))) return
	first.before = end.before
	first.corner = true
	if (first.i === 0 || end.i >= last) first.i = first.i % last
	ends.pop()
}

/** The corner within reach of a run's end; the blunt tip of a spike is no corner of the lines that lead to it. */
function nearestMark(
	{ trail, marks, reach, limit }: BreakGround,
	i: number,
	run: StraightRun,
): CornerMark | undefined {
	const { x, y, pad, last, closed, spacing } = trail
	let best: CornerMark | undefined
	for (const mark of marks) {
		let away = Math.abs(mark.i - i)
		if (closed) away = Math.min(away, last - away)
		const o = mark.i + pad
		const off = Math.abs((at(x, o) - run.x) * run.dy - (at(y, o) - run.y) * run.dx)
		if (off > 0.6 * limit + 0.5 * spacing) continue
		if (away <= reach && (!best || away < Math.abs(best.i - i))) best = mark
	}
	return best
}

/** Where two lines cross: the nearest point of the trail, and how far it is. */
function meeting({ x, y, pad, last, closed }: Trail, a: StraightRun, b: StraightRun) {
	const z = a.dx * b.dy - a.dy * b.dx
	if (Math.abs(z) < PARALLEL) return undefined
	const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / z
	const px = a.x + t * a.dx
	const py = a.y + t * a.dy
	let gap = Number.POSITIVE_INFINITY
	let i = a.to
	const until = b.from < a.to ? b.from + last : b.from
	for (let k = a.to - 3; k <= until + 3; k++) {
		const o = k + pad
		if (o < 0 || o >= x.length) continue
		const d = Math.hypot(at(x, o) - px, at(y, o) - py)
		if (d < gap) {
			gap = d
			i = k
		}
	}
	return { gap, i: closed ? ((i % last) + last) % last : i }
}
