import { boxContains, boxesTouch, boxOf } from '../geometry/box'
import { item } from '../geometry/numbers'
import type { Point } from '../geometry/point'
import { ringWinding, segmentsMeet, signedArea } from '../geometry/polygon'
import { boundsOf, flattenContour, isFilled, reverseContour } from './contour'
import { findContour, mapPiece } from './edit'
import { createEnclosing, indexBoxes, ringedOf } from './enclosing'
import { type Contour, type FillRule, newPiece, type Piece, type Sheet } from './model'

export type CutProblem = 'open' | 'outside' | 'crossing' | 'surrounds' | 'own-piece'

/** An outline cannot be cut out as an opening; `problem` says why. Nothing was changed. */
export class CannotCut extends Error {
	constructor(readonly problem: CutProblem) {
		super(`The outline cannot become an opening: ${problem}.`)
		this.name = 'CannotCut'
	}
}

/**
 * Makes a closed outline that lies wholly inside another piece an opening of that piece. The
 * opening is turned to run against the outline round it, so that both fill rules leave it open.
 * @param contourId an outline that is a piece of its own
 * @throws {CannotCut} where {@link hostOf} names a problem
 */
export function cutOpening(sheet: Sheet, contourId: string): Sheet {
	const found = findContour(sheet, contourId)
	if (!found) return sheet
	const { contour, piece } = found
	const host = hostOf(sheet, piece, contour)
	if (typeof host === 'string') throw new CannotCut(host)
	const opening = against(contour, enclosing(host, contour))
	const without = mapPiece(sheet, piece.id, () => null)
	return mapPiece(without, host.id, (p) => ({ ...p, contours: [...p.contours, opening] }))
}

/** Releases an opening from its piece: it becomes a piece of its own, just above. */
export function releaseOpening(sheet: Sheet, contourId: string, name: string): Sheet {
	const found = findContour(sheet, contourId)
	if (!found || found.piece.contours.length < 2) return sheet
	const { piece, contour } = found
	const rest = piece.contours.filter((c) => c !== contour)
	const freed: Piece = { ...newPiece(name, [contour]), fill: piece.fill, stroke: piece.stroke }
	const pieces = sheet.pieces.flatMap((p) =>
		p === piece ? [{ ...p, contours: rest }, freed] : [p],
	)
	return { ...sheet, pieces }
}

/** An outline that could be cut out, and the piece that it would be cut from. */
export interface Cuttable {
	readonly contour: Contour
	readonly piece: Piece
	readonly host: Piece
}

/** All outlines that are pieces of their own and lie wholly inside another piece. */
export function cuttable(sheet: Sheet): Cuttable[] {
	const hosts = hostsOn(sheet)
	return sheet.pieces.flatMap((piece): Cuttable[] => {
		const [contour] = piece.contours
		if (!contour || piece.hidden) return []
		const host = hosts(piece, contour)
		return typeof host === 'string' ? [] : [{ contour, piece, host }]
	})
}

/**
 * The piece that an outline would be cut out of: the topmost one in whose filled area all of it
 * lies; or why there is none.
 */
export function hostOf(sheet: Sheet, piece: Piece, contour: Contour): Piece | CutProblem {
	return hostsOn(sheet)(piece, contour)
}

/** {@link hostOf} for many outlines of one sheet: what lies nowhere near them is not looked at. */
function hostsOn(sheet: Sheet): (piece: Piece, contour: Contour) => Piece | CutProblem {
	const filled = sheet.pieces.flatMap((piece, height) =>
		piece.hidden ? [] : piece.contours.filter(isFilled).map((contour) => ({ height, contour })),
	)
	const index = indexBoxes(filled.map(({ contour }) => boundsOf(contour)))
	return (piece, contour) => {
		if (!contour.closed) return 'open'
		if (piece.contours.length > 1) return 'own-piece'
		const { ring } = ringedOf(contour)
		const { minX, minY, maxX, maxY } = boundsOf(contour)
		const beside = new Map<number, Contour[]>()
		for (const k of index.search(minX, minY, maxX, maxY)) {
			const { height, contour: other } = item(filled, k)
			const own = beside.get(height)
			if (own) own.push(other)
			else beside.set(height, [other])
		}
		let problem: CutProblem = 'outside'
		for (const height of [...beside.keys()].sort((a, b) => b - a)) {
			const candidate = item(sheet.pieces, height)
			if (candidate === piece) continue
			const near = beside.get(height) ?? []
			if (near.some((c) => ringsMeet(c, contour))) problem = 'crossing'
			else if (!ring[0] || !isInside(candidate, ring[0])) continue
			else if (near.some((c) => goesRound(ring, c))) problem = 'surrounds'
			else return candidate
		}
		return problem
	}
}

function goesRound(ring: readonly Point[], { nodes }: Contour): boolean {
	return nodes[0] !== undefined && ringWinding(ring, nodes[0].at) !== 0
}

/** Whether `p` lies in the filled area of a piece, by the piece's own fill rule. */
export function isInside(piece: Piece, p: Point, rule: FillRule = piece.fillRule): boolean {
	const winding = piece.contours
		.filter((c) => isFilled(c) && boxContains(boundsOf(c), p))
		.reduce((sum, c) => sum + ringWinding(ringedOf(c).ring, p), 0)
	return rule === 'nonzero' ? winding !== 0 : winding % 2 !== 0
}

/** How the contours of a piece stand: each closed one that lies inside another is an opening or an island. */
export function openingsOf(piece: Piece): readonly Contour[] {
	// A lone node, closed or not, lets nobody see through.
	const closed = piece.contours.filter(({ closed, nodes }) => closed && nodes.length > 1)
	if (closed.length < 2) return []
	const enclosing = createEnclosing(closed)
	return closed.filter((c, k) => {
		const at = c.nodes[0]?.at
		const depth = at ? enclosing(at).filter((other) => other !== k).length : 0
		return depth % 2 === 1
	})
}

/** The smallest closed outline of `host` round `contour`. */
function enclosing(host: Piece, contour: Contour): Contour | undefined {
	const at = contour.nodes[0]?.at
	const round = host.contours.filter(
		(c) => c.closed && at && ringWinding(flattenContour(c), at) !== 0,
	)
	const area = (c: Contour) => Math.abs(signedArea(flattenContour(c)))
	return round.sort((a, b) => area(a) - area(b))[0]
}

function against(contour: Contour, around: Contour | undefined): Contour {
	if (!around) return contour
	const same = signedArea(flattenContour(contour)) > 0 === signedArea(flattenContour(around)) > 0
	return same ? reverseContour(contour) : contour
}

/** Whether two outlines meet; sides of either that lie nowhere near the other are not looked at. */
function ringsMeet(a: Contour, b: Contour): boolean {
	const sides = (own: Contour, other: Contour) => {
		const { ring } = ringedOf(own)
		const box = boundsOf(other)
		return ring.flatMap((p, i): [Point, Point][] => {
			const q = ring[(i + 1) % ring.length] ?? p
			return boxesTouch(boxOf([p, q]), box) ? [[p, q]] : []
		})
	}
	const others = sides(b, a)
	return sides(a, b).some(([p, q]) => others.some(([r, s]) => segmentsMeet(p, q, r, s)))
}
