import { at } from '../geometry/numbers'
import { crossing, turnBetween, waysAt } from './breakWays'
import type { CornerMark } from './corners'
import type { Joint } from './joint'
import { oneSided } from './localFit'
import { type BreakGround, type Place, runEnds } from './runEnds'
import type { StraightRun } from './straightRuns'

/** A joint that every fit keeps, and the ways in which it may be made. */
export interface Break {
	readonly i: number
	readonly ways: readonly Joint[]
	/** Whether the span from here to the next break is a straight line. */
	straightAfter: boolean
}

/** The joints that are beyond doubt, corners and the ends of straight runs; and the corners that are not. */
export function breaksOf(
	ground: BreakGround,
	given: readonly StraightRun[],
): { breaks: Break[]; optional: CornerMark[] } {
	const { last, closed } = ground.trail
	const { ends, runs } = runEnds(ground, given)
	const { sure, optional } = sortedMarks(ground, ends, runs)
	const places = [...ends, ...sure.map(cornerAt)].sort((a, b) => a.i - b.i)
	if (!closed) {
		if (places[0]?.i !== 0) places.unshift(cornerAt(0))
		if (places.at(-1)?.i !== last) places.push(cornerAt(last))
	}
	const breaks = places.map((place, k): Break => {
		const { i, after } = place
		// Round a closed trail the first break follows the last.
		const before = places[k - 1]?.i ?? (closed ? (places.at(-1)?.i ?? i) - last : i)
		const next = places[k + 1]?.i ?? (closed ? (places[0]?.i ?? i) + last : i)
		const gaps = { before: i - before, after: next - i }
		return { i, straightAfter: after !== undefined, ways: waysAt(ground, place, gaps) }
	})
	return { breaks, optional }
}

function cornerAt(i: number): Place {
	return { i, before: undefined, after: undefined, corner: true }
}

/** Corners that stand by themselves: those beyond doubt, and those that a fit may do without. */
function sortedMarks(
	ground: BreakGround,
	ends: readonly Place[],
	runs: readonly StraightRun[],
): { sure: number[]; optional: CornerMark[] } {
	const sure: number[] = []
	const optional: CornerMark[] = []
	for (const mark of ground.marks) {
		if (ends.some((end) => end.i === mark.i)) continue
		if (runs.some((run) => mark.i > run.from && mark.i < run.to)) continue
		if (mark.sure || (!mark.doubt && isSharp(ground, mark))) sure.push(mark.i)
		else optional.push(mark)
	}
	return { sure, optional }
}

/** Whether the two branches, prolonged, meet so near the trail that no arc fits between. */
function isSharp({ trail, reach, grain, limit }: BreakGround, mark: CornerMark): boolean {
	const a = oneSided(trail, mark.i, -1, reach, grain)
	const b = oneSided(trail, mark.i, 1, reach, grain)
	if (Math.abs(turnBetween(a, b)) < 0.6 * Math.abs(mark.turn)) return false
	const point = crossing(a, b)
	const o = mark.i + trail.pad
	const gap = Math.hypot(point[0] - at(trail.x, o), point[1] - at(trail.y, o))
	return gap <= 0.35 * limit + 2 * grain.sigma + 0.55 * trail.spacing
}
