import { countOf } from '../geometry/counts'
import { hostRefs } from '../letter/follow'
import { nodeCount } from '../path/contour'
import type { Contour, Piece, Sheet } from '../path/model'
import { isOfLines } from '../path/paint'
import { betweenOutlines } from './betweenOutlines'
import { betweenTwo, neighbouring, type Pair } from './betweenPieces'
import type { Finding, Limits } from './finding'
import { overlapOf, overlapPairs, wideLines } from './ofCuts'
import { ofLetters } from './ofLetters'
import { adviceOn, ofOutline } from './ofOutline'
import { ofPiece } from './ofPiece'
import { ofSheet } from './ofSheet'
import { counterFindings, shutInFindings } from './stencil'

/**
 * What could spoil the artwork when it is looked at by itself, printed or cut: of each outline, of each
 * piece, between pieces, and of the sheet. Pieces that are hidden are only said to be.
 */
export function findings(sheet: Sheet, limits: Limits): Finding[] {
	return [...findingSteps(sheet, limits)].flatMap(({ found }) => found)
}

/** A step of a proof. */
export interface Looked {
	/** What it noticed. */
	readonly found: readonly Finding[]
	/** How far the whole has come with it, 0 to 1, by how long each takes. */
	readonly share: number
}

/** What each look takes, for one node, beside the quickest. */
const OF_PIECE = 3
const ADVICE = 3
const BETWEEN = 0.08
const OVERLAP = 0.3

/**
 * The same step by step, what is quick first: what was found so far can be shown, and the rest be called off.
 * What was looked at before is known by its objects.
 * @param only ids of the pieces to look at; the sheet as a whole is looked at where all are
 */
export function* findingSteps(
	sheet: Sheet,
	limits: Limits,
	only?: ReadonlySet<string>,
): Generator<Looked, void> {
	const helps = helpLines(sheet)
	const shown = sheet.pieces.filter(
		(piece) => !piece.hidden && !helps.has(piece) && (only?.has(piece.id) ?? true),
	)
	const outlines = shown.flatMap((piece) => piece.contours.map((contour) => ({ piece, contour })))
	const pairs = neighbouring(shown, limits)
	const overlaps = limits.cut ? overlapPairs(sheet, shown) : []
	const painted = sheet.pieces.filter(({ hidden, fill }) => !hidden && fill.kind !== 'none')
	const nodes = new Map(shown.map((piece) => [piece, nodeCount(piece.contours)]))
	const ofOne = (piece: Piece) => countOf(nodes, piece)
	const ofPair = ({ lower, upper }: Pair) => ofOne(lower) + ofOne(upper)
	const ofBoth = ([lower, upper]: readonly [Piece, Piece]) => ofOne(lower) + ofOne(upper)
	const advised = ({ contour }: { readonly contour: Contour }) => contour.nodes.length
	const sum = <T>(all: readonly T[], of: (one: T) => number) =>
		all.reduce((total, one) => total + of(one), 0)
	const whole = Math.max(
		1,
		(1 + OF_PIECE + ADVICE) * sum(shown, ofOne) +
			BETWEEN * sum(pairs, ofPair) +
			OVERLAP * sum(overlaps, ofBoth),
	)
	let done = 0
	const looked = (found: readonly Finding[], cost: number): Looked => {
		done += cost
		return { found, share: Math.min(1, done / whole) }
	}
	if (!only) yield looked(ofSheet(sheet, limits), 0)
	for (const { piece, contour } of outlines)
		yield looked(
			ofOutline(piece, contour, limits).filter(({ kind }) => kind !== 'open' || !isOfLines(piece)),
			contour.nodes.length,
		)
	yield looked(betweenOutlines(shown, limits), 0)
	yield looked(ofLetters(sheet, shown), 0)
	if (limits.cut) yield looked(wideLines(sheet, shown), 0)
	if (limits.stencil)
		yield looked([...counterFindings(shown, limits.sliver), ...shutInFindings(shown)], 0)
	for (const piece of shown) yield looked(ofPiece(piece, limits), OF_PIECE * ofOne(piece))
	// Letters are their designer's: nobody is told where their nodes should be.
	for (const one of outlines) {
		const advice = one.piece.lettering ? [] : adviceOn(one.piece, one.contour, limits)
		yield looked(advice, ADVICE * advised(one))
	}
	// What takes each pair of neighbours comes last.
	for (const both of overlaps)
		yield looked(overlapOf(...both, limits.sliver), OVERLAP * ofBoth(both))
	for (const pair of pairs) yield looked(betweenTwo(pair, limits, painted), BETWEEN * ofPair(pair))
}

/** Pieces that nothing shows of and that words go by: lines to lay them by, which do not come out. */
function helpLines({ pieces }: Sheet): ReadonlySet<Piece> {
	const hosts = new Set(
		pieces.flatMap(({ lettering }) =>
			lettering ? hostRefs(lettering.setting).map(({ contour }) => contour) : [],
		),
	)
	if (hosts.size === 0) return new Set()
	return new Set(
		pieces.filter(
			({ fill, stroke, contours }) =>
				fill.kind === 'none' &&
				stroke.paint.kind === 'none' &&
				contours.some(({ id }) => hosts.has(id)),
		),
	)
}
