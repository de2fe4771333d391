import { ruleDifference } from '../combine/resolve'
import { isSelfCrossing } from '../combine/selfCrossing'
import { distance, type Point } from '../geometry/point'
import { isFilled, segments } from '../path/contour'
import type { Contour } from '../path/model'
import type { FindingKind } from '../proof/finding'
import { areHandlesLong } from '../proof/longHandles'
import {
	type Comparison,
	isAlong,
	isSharp,
	type Matched,
	middleOf,
	nodesIn,
	sizeOf,
} from './compare'
import type { Answer, Trace } from './drill'
import { colouredPieces, openingsIn, sharedEdges, uncut, unready } from './ofPieces'

/** What is wrong with a trace, by what mends it. */
export type Mistake =
	| 'open'
	| 'part missing'
	| 'opening missing'
	| 'needless outline'
	| 'strays outside'
	| 'strays inside'
	| 'needless nodes'
	| 'corner missing'
	| 'rounded'
	| 'kinked'
	| 'other kind'
	| 'no node outermost'
	| 'not level'
	| 'handle too long'
	| 'crosses itself'
	| 'fills two ways'
	| 'not cut out'
	| 'edge not shared'
	| 'another colour'
	| 'not ready'

/** One difference from the answer, and where; px. */
export interface Remark {
	readonly mistake: Mistake
	readonly at: Point
	/** How much it takes from the grade, to tell which are worst. */
	readonly costs: number
	/** How many there are, or how far off it is, px. */
	readonly amount: number
	/** What a proof calls it, where it is one of its findings. */
	readonly finding?: FindingKind
}

/** A node is at an outermost point within this share of the answer's diagonal. */
export const OUTERMOST = 0.018
/** What lies this many targets off, and this share of the diagonal, is not strayed from but left out. */
const LEFT_OUT = { targets: 4, share: 0.04 } as const

/** A corner that is missing within the one share of the diagonal accounts for what lies off by no more than the other. */
const BESIDE = 0.03
const ASTRAY = 0.15

/** What of a trace is not as in the answer, the costliest first. */
export function remarksOn(work: Trace, asked: Answer, found: Comparison): Remark[] {
	return [
		...ofOutlines(found, asked.answer),
		...ofNodes(found),
		...ofCount(work, asked, found),
		...ofCurves(work, asked),
		...ofEdge(found, asked),
		...ofPieces(work, asked, found),
	].sort((a, b) => b.costs - a.costs)
}

/** Outlines that are missing, do not close, or are none of the answer's. */
function ofOutlines({ pairs, extra }: Comparison, answer: Trace): Remark[] {
	const missing = pairs.flatMap(({ own, truth }): Remark[] => {
		const at = middleOf(truth)
		if (!own) {
			const mistake = isOpening(truth, answer) ? 'opening missing' : 'part missing'
			return [{ mistake, at, costs: 1, amount: 1 }]
		}
		return truth.closed && !own.closed
			? [{ mistake: 'open', at: own.nodes.at(-1)?.at ?? at, costs: 0.9, amount: 1 }]
			: []
	})
	return [
		...missing,
		...extra.map(
			(one): Remark => ({
				mistake: 'needless outline',
				at: middleOf(one),
				costs: 0.6,
				amount: 1,
			}),
		),
	]
}

function isOpening(contour: Contour, answer: Trace): boolean {
	return openingsIn(answer).some(({ opening }) => opening === contour)
}

/** Openings that lie over what they should open, edges that are not shared, colours, and what a cutter would stumble over. */
function ofPieces(work: Trace, { answer, graded }: Answer, { pairs, size }: Comparison): Remark[] {
	const over = uncut(pairs, answer, work).map(
		(one): Remark => ({ mistake: 'not cut out', at: middleOf(one), costs: 0.85, amount: 1 }),
	)
	const gaps = graded.includes('shared') ? sharedEdges(pairs, answer, size) : []
	const paints = graded.includes('colours') ? colouredPieces(pairs, answer, work) : []
	const faults = graded.includes('ready') ? unready(work, sizeOf(answer)) : []
	return [
		...over,
		...gaps
			.filter(({ shared }) => !shared)
			.map(
				({ at, apart }): Remark => ({ mistake: 'edge not shared', at, costs: 0.7, amount: apart }),
			),
		...paints
			.filter(({ right }) => !right)
			.map(({ at, off }): Remark => ({ mistake: 'another colour', at, costs: 0.6, amount: off })),
		...faults.map(
			({ at, kind }): Remark => ({
				mistake: 'not ready',
				at,
				costs: 0.75,
				amount: 1,
				finding: kind,
			}),
		),
	]
}

/** Where it lies furthest from the answer. */
function ofEdge({ away, pairs, nodes, size }: Comparison, { answer, within }: Answer): Remark[] {
	const limit = (within / 1000) * size
	if (away.most <= limit || !away.at) return []
	const left =
		away.of === 'answer' &&
		!away.outside &&
		away.most > Math.max(LEFT_OUT.targets * limit, LEFT_OUT.share * size)
	// What has no outline at all, or one that does not close, is told already; so is a corner beside its place.
	if (left && pairs.some(({ own, truth }) => !own || (truth.closed && !own.closed))) return []
	const place = away.at
	const corner = nodes.some(
		({ own, truth }) => !own && isSharp(truth.kind) && distance(truth.at, place) < BESIDE * size,
	)
	if (left && corner && away.most < ASTRAY * size) return []
	const outside = answer.contours.some(({ closed }) => closed) && away.outside
	return [
		{
			mistake: left ? 'part missing' : outside ? 'strays outside' : 'strays inside',
			at: away.at,
			costs: Math.min(1, away.most / (5 * limit)) * (left ? 0.95 : 0.8),
			amount: away.most,
		},
	]
}

function ofCount(work: Trace, { answer, nodes: most }: Answer, { needless }: Comparison): Remark[] {
	const over = nodesIn(work) - most
	if (over <= 0) return []
	const at = needless[0]?.at ?? work.contours[0]?.nodes[0]?.at ?? [0, 0]
	const costs = Math.min(0.9, 0.25 + over / (2 * nodesIn(answer)))
	return [{ mistake: 'needless nodes', at, costs, amount: over }]
}

/** Nodes that are missing where it matters, of another kind, beside their place, or with handles that lean. */
function ofNodes({ nodes, size }: Comparison): Remark[] {
	return nodes.flatMap((one): Remark[] => {
		const told = mistakeAt(one, size)
		return told ? [{ ...told, amount: 1 }] : []
	})
}

function mistakeAt(
	{ own, truth, way, alike }: Matched,
	size: number,
): Omit<Remark, 'amount'> | null {
	if (!own) {
		if (isSharp(truth.kind)) return { mistake: 'corner missing', at: truth.at, costs: 0.5 }
		return way && { mistake: 'no node outermost', at: truth.at, costs: 0.3 }
	}
	if (!alike) {
		if (!isSharp(own.kind)) return { mistake: 'rounded', at: own.at, costs: 0.45 }
		return isSharp(truth.kind)
			? { mistake: 'other kind', at: own.at, costs: 0.3 }
			: { mistake: 'kinked', at: own.at, costs: 0.45 }
	}
	if (!way) return null
	if (distance(own.at, truth.at) > OUTERMOST * size)
		return { mistake: 'no node outermost', at: truth.at, costs: 0.28 }
	return isAlong(own, way) ? null : { mistake: 'not level', at: own.at, costs: 0.25 }
}

/** What is wrong with curves by themselves. */
function ofCurves({ contours }: Trace, { graded }: Answer): Remark[] {
	const found = contours.flatMap((contour): Remark[] => [
		...(contour.closed && isSelfCrossing(contour)
			? [{ mistake: 'crosses itself' as const, at: middleOf(contour), costs: 0.7, amount: 1 }]
			: []),
		...segments(contour)
			.filter(areHandlesLong)
			.map(
				({ from }): Remark => ({
					mistake: 'handle too long',
					at: from.out ?? from.at,
					costs: 0.85,
					amount: 1,
				}),
			),
	])
	const first = contours.find(isFilled)
	return first && graded.includes('rule') && fillsTwoWays(contours)
		? [...found, { mistake: 'fills two ways', at: middleOf(first), costs: 0.8, amount: 1 }]
		: found
}

/** Whether both fill rules do not fill the same. */
export function fillsTwoWays(contours: readonly Contour[]): boolean {
	return ruleDifference(contours.filter(isFilled)).length > 0
}
