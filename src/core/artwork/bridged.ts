import { type Crossing, stripAcross, waysAcross } from '../combine/bridges'
import { combineAreas } from '../combine/combine'
import { type Area, filledArea } from '../combine/divide'
import { nearestOnRing } from '../geometry/polygon'
import { asSeen, setBridges } from '../path/bridges'
import { changeOf } from '../path/changeOf'
import { takeOutlines } from '../path/compound'
import { flattenContour, isFilled } from '../path/contour'
import { mapPiece } from '../path/edit'
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
		if (same && was.fillRule === piece.fillRule) return piece
		return withBridges(was?.bridged && piece.bridged ? carried(piece, was) : piece)
	})
	return pieces.every((piece, k) => piece === next.pieces[k]) ? next : { ...next, pieces }
}

/**
 * What makes an outline anew, as thinning does, or has it begin elsewhere or run the other way, knows nothing of bridges:
 * they stay at the places where they were.
 */
function carried(piece: Piece, was: Piece): Piece {
	const before = new Map(was.contours.map((contour) => [contour.id, contour]))
	const contours = piece.contours.map((contour) => {
		const old = before.get(contour.id)
		if (!old?.bridges || old.nodes === contour.nodes) return contour
		if (contour.bridges && runsAlike(old, contour)) return contour
		const bridges = (contour.bridges ?? old.bridges).map((one) => ({
			...one,
			along: shareAlong(contour, placeAlong(old, one.along)),
		}))
		return { ...contour, bridges }
	})
	return contours.every((contour, k) => contour === piece.contours[k])
		? piece
		: { ...piece, contours }
}

/** Whether outlines begin at the same node and run the same way. */
function runsAlike(a: Contour, b: Contour): boolean {
	return [0, 1].every((k) => a.nodes[k]?.id === b.nodes[k]?.id)
}

/** How what lies in an opening is to be tied. */
export interface BridgeWish {
	/** How many; none for 0. */
	readonly count: number
	/** px */
	readonly width: number
}

/** The sheet with openings tied by so many bridges each, every one the shortest way on a side of its own. */
export function tied(sheet: Sheet, wishes: ReadonlyMap<string, BridgeWish>): Sheet {
	const found = new Map<string, readonly Bridge[]>()
	for (const piece of sheet.pieces) {
		if (!piece.contours.some(({ id }) => wishes.has(id))) continue
		for (const { contour, role, round } of nestingOf(piece)) {
			const wish = wishes.get(contour.id)
			if (!wish || !round || role !== 'opening') continue
			const ways = waysAcross(contour, round, wish.count)
			found.set(
				contour.id,
				ways.map(({ from }) => ({ along: shareAlong(contour, from), width: wish.width })),
			)
		}
	}
	return bridgedBy(sheet, found)
}

/** The sheet with openings tied by these bridges, and no others. */
export function bridgedBy(sheet: Sheet, bridges: ReadonlyMap<string, readonly Bridge[]>): Sheet {
	const set = [...bridges].reduce((s, [id, all]) => setBridges(s, id, all), sheet)
	const isMeant = ({ contours }: Piece) => contours.some(({ id }) => bridges.has(id))
	return { ...set, pieces: set.pieces.map((one) => (isMeant(one) ? withBridges(one) : one)) }
}

/** The sheet with the outlines of some pieces as their bridges leave them, nodes and all; bridges they are no more. */
export function bridgesAsOutlines(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	return sheet.pieces
		.filter(({ id, bridged }) => bridged && ids.has(id))
		.reduce((next, piece) => {
			const { contours } = asSeen(piece)
			const plain = contours.map(({ bridges: _, ...contour }) => contour)
			return mapPiece(takeOutlines(next, piece.id, plain, { openToo: true }), piece.id, withBridges)
		}, sheet)
}

/** Where a bridge sets off on an opening, and where on the outline round it it ends: the nearest place. */
function wayOf(opening: Contour, round: Contour, { along }: Bridge): Crossing {
	const from = placeAlong(opening, along)
	return { from, to: nearestOnRing(from, flattenContour(round)) }
}
