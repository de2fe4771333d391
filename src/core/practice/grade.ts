import { distance, type Point } from '../geometry/point'
import type { Criterion } from '../path/model'
import { compared, isAlong, nodesIn, sizeOf } from './compare'
import type { Answer, Trace } from './drill'
import { colouredPieces, sharedEdges, uncut, unready } from './ofPieces'
import { fillsTwoWays, OUTERMOST, type Remark, remarksOn } from './remarks'

export interface Grade {
	/** All that counts is within its target. */
	readonly done: boolean
	/** Of each criterion that counts, 0 to 1. */
	readonly marks: Readonly<Partial<Record<Criterion, number>>>
	/** Their mean. */
	readonly share: number
	readonly figures: Figures
	/** The costliest first. */
	readonly remarks: readonly Remark[]
}

export interface Figures {
	readonly nodes: number
	/** Of the answer. */
	readonly best: number
	/** The greatest distance either way, px, and where. */
	readonly deviation: number
	/** How far it may be, px. */
	readonly allowed: number
	readonly worst: Point | null
	readonly kinds: Ratio
	readonly outermost: Ratio
	readonly level: Ratio
	/** Open or closed as the answer's. */
	readonly outlines: Ratio
	/** Outlines that are none of the answer's. */
	readonly extra: number
	/** Edges that neighbours have in common, as the answer's have. */
	readonly shared: Ratio
	/** Pieces of the answer's colour. */
	readonly colours: Ratio
	/** What a proof for cutting would say. */
	readonly unready: number
}

/** So many of so many. */
export interface Ratio {
	readonly right: number
	readonly of: number
}

/**
 * Grades a trace beside an answer. It does not matter where outlines begin, which way they run and in which order they
 * stand, nor how large both are.
 */
export function grade(work: Trace, asked: Answer): Grade {
	const { answer, within, nodes: most, graded } = asked
	const found = compared(work, answer)
	const { size, nodes, pairs, away, extra } = found
	const covering = new Set(uncut(pairs, answer, work))
	const ifAsked = <T>(one: Criterion, all: () => readonly T[]) =>
		graded.includes(one) ? all() : []
	const figures: Figures = {
		nodes: nodesIn(work),
		best: nodesIn(answer),
		deviation: away.most,
		allowed: (within / 1000) * size,
		worst: away.at,
		kinds: ratio(nodes, ({ alike }) => alike),
		outermost: ratio(
			nodes.filter(({ way }) => way),
			({ own, truth }) => own !== null && distance(own.at, truth.at) <= OUTERMOST * size,
		),
		level: ratio(
			nodes.filter(({ way, own }) => way && own),
			({ own, way }) => own !== null && way !== null && isAlong(own, way),
		),
		outlines: ratio(
			pairs,
			({ own, truth }) => own !== null && own.closed === truth.closed && !covering.has(own),
		),
		extra: extra.length,
		shared: ratio(
			ifAsked('shared', () => sharedEdges(pairs, answer, size)),
			(edge) => edge.shared,
		),
		colours: ratio(
			ifAsked('colours', () => colouredPieces(pairs, answer, work)),
			({ right }) => right,
		),
		unready: ifAsked('ready', () => unready(work, sizeOf(answer))).length,
	}
	const { allowed: limit } = figures
	const over = Math.max(0, figures.nodes - most)
	const all: Readonly<Record<Criterion, number>> = {
		edge: away.most <= limit ? 1 : Math.max(0, 1 - (away.most - limit) / (4 * limit)),
		whole: shareOf(figures.outlines) * (figures.extra > 0 ? 0.5 : 1),
		nodes: figures.nodes === 0 ? 0 : Math.max(0, 1 - over / (2 * figures.best)),
		kinds: shareOf(figures.kinds),
		outermost: shareOf(figures.outermost),
		level: shareOf(figures.level),
		rule: graded.includes('rule') && fillsTwoWays(work.contours) ? 0 : 1,
		shared: shareOf(figures.shared),
		colours: shareOf(figures.colours),
		ready: Math.max(0, 1 - figures.unready / 4),
	}
	return {
		done: figures.nodes > 0 && graded.every((one) => all[one] === 1),
		marks: Object.fromEntries(graded.map((one) => [one, all[one]])),
		share: graded.reduce((sum, one) => sum + all[one], 0) / Math.max(1, graded.length),
		figures,
		remarks: remarksOn(work, asked, found),
	}
}

function ratio<T>(all: readonly T[], right: (one: T) => boolean): Ratio {
	return { right: all.filter(right).length, of: all.length }
}

const shareOf = ({ right, of }: Ratio) => (of === 0 ? 1 : right / of)
