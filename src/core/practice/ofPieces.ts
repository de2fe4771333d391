import { colourDifference } from '../artwork/lch'
import { type Cubic, pointAt } from '../geometry/cubic'
import { nearestOn } from '../geometry/nearest'
import { distance, type Point } from '../geometry/point'
import { segmentCubic, segments } from '../path/contour'
import { type Contour, emptySheet, newPiece, type Piece } from '../path/model'
import { addPieces } from '../path/pieces'
import type { Finding } from '../proof/finding'
import { findings } from '../proof/findings'
import { FINDING_KINDS } from '../proof/kinds'
import { limitsFor, matters } from '../proof/limits'
import { middleOf, type Paired } from './compare'
import type { Trace, TracedPiece } from './drill'
import { depthsOf } from './nesting'

/** Colours further apart than this are two, in just noticeable differences. */
const SAME_COLOUR = 4
/** Neighbours share an edge where their outlines are no further apart, for the diagonal. */
const SHARED = 2e-4

/** What a trace is of: its pieces, or the one that it is. */
export function piecesIn({ contours, pieces }: Trace): readonly TracedPiece[] {
	return pieces ?? [{ contours, fill: null }]
}

/** The openings of a trace, each with the outline round it, of the same piece. */
export function openingsIn(trace: Trace): { readonly opening: Contour; readonly round: Contour }[] {
	return piecesIn(trace).flatMap(({ contours }) => {
		const depths = depthsOf(contours)
		return contours.flatMap((opening, k) => {
			const depth = depths[k] ?? 0
			const round = contours.find((_, i) => depths[i] === depth - 1 && i !== k)
			return depth % 2 === 1 && round ? [{ opening, round }] : []
		})
	})
}

/** Openings of an answer whose outline in the trace is not of the piece that it should open, but lies over it. */
export function uncut(pairs: readonly Paired[], answer: Trace, work: Trace): Contour[] {
	const ownOf = new Map(pairs.map(({ own, truth }) => [truth, own]))
	const pieces = piecesIn(work)
	const pieceOf = (contour: Contour) =>
		pieces.findIndex(({ contours }) => contours.includes(contour))
	return openingsIn(answer).flatMap(({ opening, round }) => {
		const [own, host] = [ownOf.get(opening), ownOf.get(round)]
		return own && host && pieceOf(own) !== pieceOf(host) ? [own] : []
	})
}

/** An edge that two pieces of an answer share, and whether those of the trace do. */
export interface SharedEdge {
	readonly at: Point
	readonly shared: boolean
	/** How far apart the trace's are, px. */
	readonly apart: number
}

/** The edges that pieces of an answer share, one for each segment that is in two of them. */
export function sharedEdges(pairs: readonly Paired[], answer: Trace, size: number): SharedEdge[] {
	const ownOf = new Map(pairs.map(({ own, truth }) => [truth, own]))
	const all = piecesIn(answer).flatMap(({ contours }, piece) =>
		contours.flatMap((contour) =>
			segments(contour).map((segment) => ({ piece, contour, cubic: segmentCubic(segment) })),
		),
	)
	return all.flatMap((one, k) => {
		const other = all
			.slice(k + 1)
			.find(
				({ piece, cubic }) => piece !== one.piece && isSameCurve(one.cubic, cubic, SHARED * size),
			)
		if (!other) return []
		const at = pointAt(one.cubic, 0.5)
		const [a, b] = [ownOf.get(one.contour), ownOf.get(other.contour)]
		if (!a || !b) return [{ at, shared: false, apart: size }]
		// Where the trace's outlines run there: from either's to the other's.
		const apart = Math.max(
			...[0.1, 0.3, 0.5, 0.7, 0.9].map((t) => {
				const place = pointAt(one.cubic, t)
				const [onA, onB] = [nearestPlace(a, place), nearestPlace(b, place)]
				return Math.max(distance(onA, nearestPlace(b, onA)), distance(onB, nearestPlace(a, onB)))
			}),
		)
		return [{ at, shared: apart <= SHARED * size, apart }]
	})
}

function isSameCurve(a: Cubic, b: Cubic, within: number): boolean {
	return [0, 0.25, 0.5, 0.75, 1].every((t) => nearestOn(b, pointAt(a, t)).distance <= within)
}

function nearestPlace(contour: Contour, p: Point): Point {
	let [best, least]: [Point, number] = [p, Number.POSITIVE_INFINITY]
	for (const segment of segments(contour)) {
		const cubic = segmentCubic(segment)
		const { t, distance: away } = nearestOn(cubic, p)
		if (away < least) [best, least] = [pointAt(cubic, t), away]
	}
	return best
}

/** A piece of an answer, and whether that of the trace has its colour. */
export interface Coloured {
	readonly at: Point
	readonly right: boolean
	/** How far off it is, in just noticeable differences. */
	readonly off: number
}

/** Pieces of an answer that are filled, beside those of the trace. */
export function colouredPieces(pairs: readonly Paired[], answer: Trace, work: Trace): Coloured[] {
	return piecesIn(answer).flatMap(({ contours: [outer], fill }) => {
		if (!outer || fill === null) return []
		const own = pairs.find(({ truth }) => truth === outer)?.own
		const mine = own && piecesIn(work).find(({ contours }) => contours.includes(own))?.fill
		const off = mine ? colourDifference(mine, fill) : Number.POSITIVE_INFINITY
		return [{ at: middleOf(outer), right: off <= SAME_COLOUR, off: Math.min(off, 99) }]
	})
}

/** What a proof for cutting would say of a trace, but for mere hints. @param size of the sheet, px */
export function unready(work: Trace, size: { width: number; height: number }): Finding[] {
	const pieces = piecesIn(work).map(
		({ contours }, k): Piece => ({
			...newPiece(`Piece ${k + 1}`, contours),
			fillRule: work.fillRule,
		}),
	)
	const sheet = addPieces(emptySheet('Trace', size.width, size.height), pieces)
	return findings(sheet, limitsFor('cutting', sheet)).filter(
		({ kind }) => matters(kind, 'cutting') && FINDING_KINDS[kind].grade !== 'hint',
	)
}
