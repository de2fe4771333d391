import { type Arc, arcLengthOf, pointOnArc } from '../geometry/arcs'
import { cross, distance, dot, type Point, subtract } from '../geometry/point'
import type { Piece } from '../path/model'
import { type Bed, type CutSettings, homeOf } from './bed'
import { between, type Cut, cutsOf } from './cuts'
import { cuttingSequence, travelOf } from './order'

/** What the head does next, mm on the bed, y down. */
export type Step =
	| { readonly what: 'travel'; readonly to: Point }
	| { readonly what: 'pierce' }
	| { readonly what: 'cut'; readonly arc: Arc; readonly feed: number }
	| { readonly what: 'off' }

/** A job for the table: all that is cut, in order. */
export interface Job {
	readonly bed: Bed
	readonly cuts: readonly Cut[]
	/** Numbers of the cuts in the order they are made. */
	readonly order: readonly number[]
	readonly steps: readonly Step[]
	readonly figures: JobFigures
}

export interface JobFigures {
	/** Lengths, mm. */
	readonly cut: number
	readonly travel: number
	readonly pierces: number
	/** Lines and arcs that are cut. */
	readonly moves: number
	/** How long it takes, s. */
	readonly seconds: number
}

/**
 * The job of cutting pieces out.
 * @param pieces in mm on the bed, y down, which can be cut (see `refusals`)
 */
export function cuttingJob(pieces: readonly Piece[], bed: Bed, settings: CutSettings): Job {
	const cuts = cutsOf(pieces, bed, settings)
	const order = cuttingSequence(cuts, homeOf(bed))
	const steps = order.flatMap((k) => stepsOf(cuts[k] as Cut, bed))
	if (steps.length > 0) steps.push({ what: 'travel', to: homeOf(bed) })
	return { bed, cuts, order, steps, figures: figuresOf(steps, cuts, order, bed) }
}

function stepsOf(cut: Cut, bed: Bed): Step[] {
	return cut.runs.flatMap((run): Step[] => {
		const [first] = run
		if (!first) return []
		return [
			{ what: 'travel', to: first.from },
			{ what: 'pierce' },
			...slowed(run, bed),
			{ what: 'off' },
		]
	})
}

/** A turn of more is a corner, radians; so far round it the head goes slowly, mm. */
const CORNER = 0.6
const SLOW_MM = 0.8

/** Arcs with their feeds: slow up to and from each corner. */
function slowed(run: readonly Arc[], { cutFeed, cornerFeed }: Bed): Step[] {
	const steps: Step[] = []
	let gone = 0
	const corners = run.slice(1).flatMap((arc, n) => {
		const before = run[n] as Arc
		gone += arcLengthOf(before)
		return turnBetween(before, arc) > CORNER ? [gone] : []
	})
	const total = run.reduce((sum, arc) => sum + arcLengthOf(arc), 0)
	const bounds = [...new Set([0, total, ...corners.flatMap((at) => [at - SLOW_MM, at + SLOW_MM])])]
		.filter((at) => at >= 0 && at <= total)
		.sort((a, b) => a - b)
	for (const [n, to] of bounds.entries()) {
		const from = bounds[n - 1]
		if (from === undefined) continue
		const middle = (from + to) / 2
		const slow = corners.some((at) => Math.abs(at - middle) < SLOW_MM)
		for (const arc of between(run, from, to))
			steps.push({ what: 'cut', arc, feed: slow ? cornerFeed : cutFeed })
	}
	return steps
}

function turnBetween(before: Arc, after: Arc): number {
	const into = subtract(before.to, pointOnArc(before, 0.98))
	const out = subtract(pointOnArc(after, 0.02), after.from)
	return Math.abs(Math.atan2(cross(into, out), dot(into, out)))
}

function figuresOf(
	steps: readonly Step[],
	cuts: readonly Cut[],
	order: readonly number[],
	bed: Bed,
): JobFigures {
	const cut = steps.reduce((sum, s) => sum + (s.what === 'cut' ? arcLengthOf(s.arc) : 0), 0)
	return {
		cut,
		travel: travelOf(cuts, order, homeOf(bed)),
		pierces: steps.filter(({ what }) => what === 'pierce').length,
		moves: steps.filter(({ what }) => what === 'cut').length,
		seconds: timesOf(steps, bed).at(-1) ?? 0,
	}
}

/** When each step is done, s from the beginning. */
function timesOf(steps: readonly Step[], bed: Bed): number[] {
	let at = homeOf(bed)
	let now = 0
	return steps.map((step) => {
		if (step.what === 'travel') {
			now += (60 * distance(at, step.to)) / bed.travelFeed
			at = step.to
		} else if (step.what === 'pierce') now += bed.pierce
		else if (step.what === 'cut') {
			now += (60 * arcLengthOf(step.arc)) / step.feed
			at = step.arc.to
		}
		return now
	})
}
