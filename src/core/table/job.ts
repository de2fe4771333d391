import { type Arc, arcLengthOf, pointOnArc } from '../geometry/arcs'
import { item } from '../geometry/numbers'
import { cross, distance, dot, type Point, subtract } from '../geometry/point'
import { boundsOf } from '../path/contour'
import { indexBoxes } from '../path/enclosing'
import type { Piece } from '../path/model'
import { type Bed, type CutSettings, homeOf } from './bed'
import { beginOf, between, type Cut, cutsOfPart, endOf, laidCut, liesIn } from './cuts'
import { type LaidPart, nameOfCopy } from './nest'
import { improved, type Stop, sequenceOf, travelOf } from './order'
import type { Part } from './parts'

/** What the head does next, mm on the bed, y down. */
export type Step =
	| { readonly what: 'travel'; readonly to: Point }
	/** The beam goes on, at a power in per cent; to burn through it waits, s. */
	| { readonly what: 'on'; readonly power: number; readonly wait: number }
	| { readonly what: 'cut'; readonly arc: Arc; readonly feed: number }
	| { readonly what: 'off' }

/** A job for the table: all that is scored and cut, in order. */
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
	readonly score: number
	readonly travel: number
	readonly pierces: number
	/** Lines and arcs that are cut and scored. */
	readonly moves: number
	/** How long it takes, s. */
	readonly seconds: number
}

/**
 * The job of cutting pieces out where they lie.
 * @param pieces in mm on the bed, y down, which can be cut (see `refusals`)
 */
export function cuttingJob(pieces: readonly Piece[], bed: Bed, settings: CutSettings): Job {
	const parts = pieces.map((piece): Part => ({ piece, lines: [] }))
	return tableJob(
		parts.map((part) => ({ part, copy: 0, map: [1, 0, 0, 1, 0, 0] })),
		bed,
		settings,
	)
}

/** Parts this many times as large as others are cut after them. */
const LARGER = 4

/**
 * The job of parts that are laid on the bed: all that is scored, while the card lies still; then part by part, small
 * ones first, each from the inside out.
 * @param tell how far it is, 0 to 1
 */
export function tableJob(
	laid: readonly LaidPart[],
	bed: Bed,
	settings: CutSettings,
	tell: (share: number) => void = () => {},
): Job {
	const known = new Map<Part, ReturnType<typeof cutsOfPart>>()
	const cuts: Cut[] = []
	/** Runs of cuts that are made in one go. */
	const visits: Visit[] = []
	const visit = (some: readonly Cut[], { copy, map }: LaidPart, rank: number) => {
		if (some.length === 0) return
		const from = cuts.length
		for (const cut of some) {
			const one = laidCut(cut, map, nameOfCopy(cut.piece, copy))
			cuts.push({ ...one, after: cut.after.map((inner) => inner + from) })
		}
		visits.push({ from, to: cuts.length, rank })
	}
	for (const [n, one] of laid.entries()) {
		let own = known.get(one.part)
		if (!own) {
			own = cutsOfPart(one.part, bed, settings)
			known.set(one.part, own)
			tell(n / laid.length)
		}
		visit(own.scores, one, SCORES)
		visit(own.cuts, one, Math.floor(Math.log(Math.max(1, own.size)) / Math.log(LARGER)))
	}
	const order = cutOrder(cuts, visits, bed)
	const steps = order.flatMap((k) => stepsOf(item(cuts, k), bed))
	if (steps.length > 0) steps.push({ what: 'travel', to: homeOf(bed) })
	return { bed, cuts, order, steps, figures: figuresOf(steps, cuts, order, bed) }
}

/** Cuts, from one number to before another, that are made in one go. */
interface Visit {
	readonly from: number
	readonly to: number
	readonly rank: number
}

/** What is scored comes before all that is cut. */
const SCORES = -1

/** Visits as stops; those to parts that lie in an opening of another come before it, whatever their size. */
function stopsOf(cuts: readonly Cut[], visits: readonly Visit[]): Stop[] {
	const paths = visits.map(({ from }) => item(cuts, from).path)
	const index = indexBoxes(paths.map(boundsOf))
	const inside = visits.map((visit, k) => {
		if (visit.rank === SCORES) return []
		const round = cuts.slice(visit.from, visit.to).filter(({ kind }) => kind === 'outline')
		return round.flatMap(({ path }) => {
			const { minX, minY, maxX, maxY } = boundsOf(path)
			return index.search(minX, minY, maxX, maxY, (other) => {
				const cut = item(visits, other).rank !== SCORES
				return cut && other !== k && liesIn(item(paths, other), path)
			})
		})
	})
	const ranks = visits.map(({ rank }) => rank)
	const rankOf = (k: number, depth = 0): number =>
		depth > visits.length
			? item(ranks, k)
			: Math.max(item(ranks, k), ...item(inside, k).map((other) => rankOf(other, depth + 1)))
	return visits.map(({ from, to }, k) => ({
		begin: beginOf(item(cuts, from)),
		end: endOf(item(cuts, to - 1)),
		after: item(inside, k),
		rank: rankOf(k),
	}))
}

/** Of more cuts of a rank than this each part is gone through by itself. */
const MOST_ANEW = 500

/**
 * Cuts in order: parts as they follow each other, and where there are not too many, single cuts of parts of a size
 * as they shorten the way.
 */
function cutOrder(cuts: readonly Cut[], visits: readonly Visit[], bed: Bed): number[] {
	const home = homeOf(bed)
	const parts = stopsOf(cuts, visits)
	const stops: Stop[] = []
	for (const [k, { from, to }] of visits.entries()) {
		const { rank, after } = item(parts, k)
		const inside = after.map((other) => item(visits, other).to - 1)
		for (const cut of cuts.slice(from, to))
			stops.push({
				begin: beginOf(cut),
				end: endOf(cut),
				after: [...cut.after, ...inside],
				rank,
			})
	}
	const order: number[] = []
	const byPart = sequenceOf(parts, home).flatMap((k) => {
		const { from, to } = item(visits, k)
		return Array.from({ length: to - from }, (_, n) => from + n)
	})
	for (const rank of new Set(byPart.map((k) => item(stops, k).rank))) {
		const own = byPart.filter((k) => item(stops, k).rank === rank)
		const way = { from: stops[order.at(-1) ?? -1]?.end ?? home, to: home }
		order.push(...(own.length > MOST_ANEW ? own : improved(stops, own, way)))
	}
	return order
}

function stepsOf(cut: Cut, bed: Bed): Step[] {
	const scores = cut.operation === 'score'
	const feed = scores ? bed.scoreFeed : bed.cutFeed
	const corner = Math.min(feed, bed.cornerFeed)
	const on: Step = {
		what: 'on',
		power: scores ? bed.scorePower : bed.cutPower,
		wait: scores ? 0 : bed.pierce,
	}
	return cut.runs.flatMap((run): Step[] => {
		const [first] = run
		if (!first) return []
		return [{ what: 'travel', to: first.from }, on, ...slowed(run, feed, corner), { what: 'off' }]
	})
}

/** A turn of more is a corner, radians; so far round it the head goes slowly, mm. */
const CORNER = 0.6
const SLOW_MM = 0.8

/** Arcs with their feeds: slow up to and from each corner. */
function slowed(run: readonly Arc[], cutFeed: number, cornerFeed: number): Step[] {
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
	const lengthOf = (operation: Cut['operation']) =>
		cuts
			.filter((cut) => cut.operation === operation)
			.flatMap(({ runs }) => runs.flat())
			.reduce((sum, arc) => sum + arcLengthOf(arc), 0)
	const stops = cuts.map((one) => ({ begin: beginOf(one), end: endOf(one), after: [], rank: 0 }))
	return {
		cut: lengthOf('cut'),
		score: lengthOf('score'),
		travel: travelOf(stops, order, homeOf(bed)),
		pierces: steps.filter((step) => step.what === 'on' && step.wait > 0).length,
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
		} else if (step.what === 'on') now += step.wait
		else if (step.what === 'cut') {
			now += (60 * arcLengthOf(step.arc)) / step.feed
			at = step.arc.to
		}
		return now
	})
}
