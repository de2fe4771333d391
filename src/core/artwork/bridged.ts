import { type Crossing, stripAcross, waysAcross } from '../combine/bridges'
import { combineAreas } from '../combine/combine'
import { type Area, filledArea } from '../combine/divide'
import { nearestOnRing } from '../geometry/polygon'
import { asSeen, setBridges } from '../path/bridges'
import { changeOf } from '../path/changeOf'
import { takeOutlines } from '../path/compound'
import { flattenContour, isFilled } from '../path/contour'
import { findContour } from '../path/edit'
import type { Bridge, Contour, Piece, Sheet } from '../path/model'
import { nestingOf } from '../path/nesting'
import { placeAlong, shareAlong } from '../path/placeAlong'

/**
 * A piece with its bridges made: strips of the ground that stay across it, from each opening that has some to the outline
 * next round it. Its own outlines stay as they are, and bridges are made anew whenever they change.
 */
export function withBridges(piece: Piece): Piece {
	const { bridged: _, ...plain } = piece
	if (!plain.contours.some(({ bridges }) => bridges)) return piece.bridged ? plain : piece
	const strips = nestingOf(plain).flatMap(({ contour, role, round }) =>
		role === 'opening' && round
			? (contour.bridges ?? []).flatMap((bridge) =>
					stripAcross(wayOf(contour, round, bridge), contour, round, bridge.width),
				)
			: [],
	)
	if (strips.length === 0) return plain
	const areas = strips.map((contour): Area => ({ contours: [contour], rule: 'nonzero' }))
	const left = combineAreas('cut-out', [filledArea(plain), ...areas])
	return left.length > 0
		? { ...plain, bridged: [...left, ...plain.contours.filter((one) => !isFilled(one))] }
		: plain
}

/** The sheet after an edit, the bridges made anew of each piece whose outlines it changed. */
export function bridgesFollow(next: Sheet, since: Sheet): Sheet {
	if (next.pieces === since.pieces) return next
	const { gone, come } = changeOf(since.pieces, next.pieces)
	const before = new Map(gone.map((piece) => [piece.id, piece]))
	const changed = new Set(come)
	const pieces = next.pieces.map((piece, k) => {
		const was = changed.has(k) ? before.get(piece.id) : piece
		if (piece === was) return piece
		const same = was && was.contours === piece.contours && was.bridged === piece.bridged
		return same && was.fillRule === piece.fillRule ? piece : withBridges(piece)
	})
	return pieces.every((piece, k) => piece === next.pieces[k]) ? next : { ...next, pieces }
}

/** The sheet with an opening tied by so many bridges, each the shortest way on a side of its own; by none for 0. */
export function tied(
	sheet: Sheet,
	openingId: string,
	{ count, width }: { readonly count: number; readonly width: number },
): Sheet {
	const found = findContour(sheet, openingId)
	const round = found && roundOf(found.piece, openingId)
	if (!round) return sheet
	const ways = waysAcross(found.contour, round, count)
	const place = ({ from }: Crossing): Bridge => ({ along: shareAlong(found.contour, from), width })
	return bridgedBy(sheet, openingId, ways.map(place))
}

function roundOf(piece: Piece, openingId: string): Contour | null {
	return nestingOf(piece).find(({ contour }) => contour.id === openingId)?.round ?? null
}

/** The sheet with an opening tied by these bridges, and no others. */
export function bridgedBy(sheet: Sheet, openingId: string, bridges: readonly Bridge[]): Sheet {
	const set = setBridges(sheet, openingId, bridges)
	const of = findContour(set, openingId)?.piece
	return of ? madeAnew(set, of.id) : sheet
}

/** The sheet with the outlines of some pieces as their bridges leave them, nodes and all; bridges they are no more. */
export function bridgesAsOutlines(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	return sheet.pieces
		.filter(({ id, bridged }) => bridged && ids.has(id))
		.reduce((next, piece) => {
			const { contours } = asSeen(piece)
			const plain = contours.map(({ bridges: _, ...contour }) => contour)
			return madeAnew(takeOutlines(next, piece.id, plain, { openToo: true }), piece.id)
		}, sheet)
}

/** The sheet with the bridges of one piece made. */
function madeAnew(sheet: Sheet, id: string): Sheet {
	return { ...sheet, pieces: sheet.pieces.map((one) => (one.id === id ? withBridges(one) : one)) }
}

/** Where a bridge sets off on an opening, and where on the outline round it it ends: the nearest place. */
function wayOf(opening: Contour, round: Contour, { along }: Bridge): Crossing {
	const from = placeAlong(opening, along)
	return { from, to: nearestOnRing(from, flattenContour(round)) }
}
