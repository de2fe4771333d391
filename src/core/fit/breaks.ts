import type { CornerMark } from './corners'
import type { Joint } from './joint'
import { smoothJoint } from './joint'
import { type Grain, oneSided } from './localFit'
import { at } from './numbers'
import type { StraightRun } from './straightRuns'
import type { Trail } from './trail'

/** A joint that every fit keeps, and the ways in which it may be made. */
export interface Break {
	readonly i: number
	readonly ways: readonly Joint[]
	/** Whether the span from here to the next break is a straight line. */
	straightAfter: boolean
}

/**
 * The joints that are beyond doubt: corners, and the ends of straight runs.
 * @param reach points within which a corner and the end of a straight run are one place
 */
export function breaksOf(
	trail: Trail,
	marks: readonly CornerMark[],
	runs: readonly StraightRun[],
	reach: number,
	grain: Grain,
	limit: number,
): { breaks: Break[]; optional: CornerMark[] } {
	const { x, y, pad, last, closed, spacing } = trail
	/** Half a step may be missing between a corner and the nearest point. */
	const near = 0.5 * limit + 0.55 * spacing
	const ends = mergedEnds()
	const blunt = Math.ceil(limit / spacing)
	const sure: number[] = []
	const optional: CornerMark[] = []
	for (const mark of marks) {
		if (ends.some((e) => e.i === mark.i)) continue
		if (runs.some((r) => mark.i > r.from && mark.i < r.to)) continue
		if (mark.sure || (!mark.doubt && isSharp(mark))) sure.push(mark.i)
		else optional.push(mark)
	}
	const places = [
		...ends,
		...sure.map((i) => ({ i, before: undefined, after: undefined, corner: true })),
	].sort((a, b) => a.i - b.i)
	if (!closed) {
		if (places[0]?.i !== 0)
			places.unshift({ i: 0, before: undefined, after: undefined, corner: true })
		if (places.at(-1)?.i !== last)
			places.push({ i: last, before: undefined, after: undefined, corner: true })
	}
	const breaks = places.map((place, k): Break => {
		const gapBefore = place.i - (places[k - 1]?.i ?? (closed ? (places.at(-1)?.i ?? 0) - last : 0))
		const gapAfter = (places[k + 1]?.i ?? (closed ? (places[0]?.i ?? 0) + last : last)) - place.i
		return {
			i: place.i,
			straightAfter: place.after !== undefined,
			ways: waysAt(place, gapBefore, gapAfter),
		}
	})
	return { breaks, optional }

	interface Place {
		i: number
		before: StraightRun | undefined
		after: StraightRun | undefined
		corner: boolean
	}

	/** Run ends, moved to the corner beside them, two runs that meet sharing one place. */
	function mergedEnds(): Place[] {
		const ends: Place[] = []
		// The blunt tip of a spike is no corner of the lines that lead to it.
		const nearestMark = (i: number, run: StraightRun) => {
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
		for (const run of runs) {
			const markFrom = nearestMark(run.from, run)
			const markTo = nearestMark(run.to, run)
			if (markFrom && markFrom.i < run.to - 2) run.from = markFrom.i
			if (markTo && markTo.i > run.from + 2) run.to = markTo.i
			else if (markTo && closed && markTo.i === 0 && run.to > last - reach) run.to = last
			const before = ends.at(-1)
			const meets = before?.before && meeting(before.before, run)
			if (before && meets && run.from - before.i <= 2 * reach && meets.gap <= near) {
				const i = markFrom ? markFrom.i : meets.i
				if (before.before) before.before.to = i
				run.from = i
				before.i = i
				before.after = run
				before.corner = true
			} else if (before && run.from <= before.i && !meets) {
				// Two lines all but parallel: one joint where they pass.
				run.from = before.i
				before.after = run
				before.corner = true
			} else {
				if (before && run.from <= before.i) {
					before.i = Math.max(before.i - 1, run.from - 1)
					run.from = before.i + 1
				}
				ends.push({ i: run.from, before: undefined, after: run, corner: markFrom !== undefined })
			}
			ends.push({ i: run.to, before: run, after: undefined, corner: markTo !== undefined })
		}
		const first = ends[0]
		const end = ends.at(-1)
		if (closed && first && end && first !== end && ends.length > 2) {
			const gap = first.i + last - end.i
			const meets = end.before && first.after && meeting(end.before, first.after)
			if (gap <= 0 || (meets && gap <= 2 * reach && meets.gap <= near)) {
				first.before = end.before
				first.corner = true
				if (first.i === 0 || end.i >= last) first.i = first.i % last
				ends.pop()
			}
		}
		for (const e of ends) if (closed && e.i >= last) e.i -= last
		return ends
	}

	/** Where two lines cross, and how far from the nearest point of the trail. */
	function meeting(a: StraightRun, b: StraightRun) {
		const z = a.dx * b.dy - a.dy * b.dx
		if (Math.abs(z) < PARALLEL) return undefined
		const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / z
		const px = a.x + t * a.dx
		const py = a.y + t * a.dy
		let best = Number.POSITIVE_INFINITY
		let i = a.to
		const until = b.from < a.to ? b.from + last : b.from
		for (let k = a.to - 3; k <= until + 3; k++) {
			const o = k + pad
			if (o < 0 || o >= x.length) continue
			const d = Math.hypot(at(x, o) - px, at(y, o) - py)
			if (d < best) {
				best = d
				i = k
			}
		}
		return { px, py, gap: best, i: closed ? ((i % last) + last) % last : i }
	}

	/** Whether the two branches, prolonged, meet so near the trail that no arc fits between. */
	function isSharp(mark: CornerMark): boolean {
		const a = oneSided(trail, mark.i, -1, reach, grain)
		const b = oneSided(trail, mark.i, 1, reach, grain)
		const turn = Math.atan2(a.dx * b.dy - a.dy * b.dx, a.dx * b.dx + a.dy * b.dy)
		if (Math.abs(turn) < 0.6 * Math.abs(mark.turn)) return false
		const point = crossing(a, b)
		const o = mark.i + pad
		const gap = Math.hypot(point[0] - at(x, o), point[1] - at(y, o))
		return gap <= 0.35 * limit + 2 * grain.sigma + 0.55 * spacing
	}

	/** How far a place lies from the points about `i`, px. */
	function fromTrail([px, py]: readonly [number, number], i: number): number {
		let least = Number.POSITIVE_INFINITY
		for (let o = Math.max(0, i + pad - 6); o <= Math.min(x.length - 1, i + pad + 6); o++)
			least = Math.min(least, Math.hypot(at(x, o) - px, at(y, o) - py))
		return least
	}

	function waysAt(
		{ i, before, after, corner }: Place,
		gapBefore: number,
		gapAfter: number,
	): Joint[] {
		const o = i + pad
		const arriving = before ?? oneSided(trail, i, -1, Math.min(48, gapBefore - 1), grain, blunt)
		const leaving = after ?? oneSided(trail, i, 1, Math.min(48, gapAfter - 1), grain, blunt)
		const turn = Math.abs(
			Math.atan2(
				arriving.dx * leaving.dy - arriving.dy * leaving.dx,
				arriving.dx * leaving.dx + arriving.dy * leaving.dy,
			),
		)
		const line = before ?? after
		const [px, py] = placeOf(arriving, leaving, turn)
		const sharp: Joint = {
			...smoothJoint(i, px, py, arriving.dx, arriving.dy),
			outX: leaving.dx,
			outY: leaving.dy,
			corner: true,
			fixedIn: before !== undefined,
			fixedOut: after !== undefined,
			slide: before && after ? [0, 0] : line ? [line.dx, line.dy] : null,
		}
		if (corner || !line || (before && after)) return [sharp]
		const slack = before ? -before.slackTo : (after?.slackFrom ?? 0)
		const smooth = (slack === 0 ? [0] : [slack, slack >> 1, 0]).map((back): Joint => {
			const k = o + back
			const t = (at(x, k) - line.x) * line.dx + (at(y, k) - line.y) * line.dy
			return {
				...smoothJoint(i + back, line.x + t * line.dx, line.y + t * line.dy, line.dx, line.dy),
				fixedIn: true,
				fixedOut: true,
				slide: [line.dx, line.dy],
			}
		})
		return turn > SEEN_TURN ? [...smooth, { ...sharp, doubtful: true }] : smooth

		function placeOf(
			a: { x: number; y: number; dx: number; dy: number },
			b: { x: number; y: number; dx: number; dy: number },
			angle: number,
		): [number, number] {
			// The tip of a spike whose sides run there and back.
			if (Math.PI - angle < PARALLEL) return [at(x, o), at(y, o)]
			if (angle > 0.3) {
				const p = crossing(a, b)
				if (fromTrail(p, i) < near + 0.1 * limit) return p
			}
			const lines = [before, after].filter((l) => l !== undefined)
			if (lines.length > 0) {
				const on = lines.map((l) => {
					const t = (at(x, o) - l.x) * l.dx + (at(y, o) - l.y) * l.dy
					return [l.x + t * l.dx, l.y + t * l.dy] as const
				})
				const sum = on.reduce<[number, number]>((p, q) => [p[0] + q[0], p[1] + q[1]], [0, 0])
				return [sum[0] / on.length, sum[1] / on.length]
			}
			if (!closed && (i === 0 || i === last)) {
				const end = i === 0 ? b : a
				return [end.x, end.y]
			}
			const middle: [number, number] = [(a.x + b.x) / 2, (a.y + b.y) / 2]
			return fromTrail(middle, i) < near ? middle : [at(x, o), at(y, o)]
		}
	}
}

/** Lines whose directions differ by less (as a sine) have no crossing to speak of. */
const PARALLEL = 0.05
/** A smaller turn at the end of a straight run is not seen, radians. */
const SEEN_TURN = 0.17

function crossing(
	a: { x: number; y: number; dx: number; dy: number },
	b: { x: number; y: number; dx: number; dy: number },
): [number, number] {
	const z = a.dx * b.dy - a.dy * b.dx
	if (Math.abs(z) < 1e-9) return [(a.x + b.x) / 2, (a.y + b.y) / 2]
	const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / z
	return [a.x + t * a.dx, a.y + t * a.dy]
}
