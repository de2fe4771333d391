import type { Box } from '../geometry/box'
import { item } from '../geometry/numbers'
import type { Contour, PathNode, Piece, Sheet } from './model'
import { type Ids, indexOf } from './sheetIndex'

/** A pure change of a sheet. Every edit returns the same object where it changes nothing. */
export type Edit = (sheet: Sheet) => Sheet

/**
 * Rebuilds the pieces of a sheet through `change`; unchanged pieces stay the same objects, a
 * piece for which `null` comes back is gone.
 */
export function mapPieces(sheet: Sheet, change: (piece: Piece) => Piece | null): Sheet {
	const pieces = sameOrMapped(sheet.pieces, change)
	return pieces === sheet.pieces ? sheet : { ...sheet, pieces }
}

/**
 * Rebuilds the outlines of a sheet through `change`. An outline for which `null` comes back is
 * gone, and so is a piece whose last outline went.
 */
export function mapContours(
	sheet: Sheet,
	change: (contour: Contour, piece: Piece) => Contour | null,
): Sheet {
	return mapPieces(sheet, (piece) => withContours(piece, (contour) => change(contour, piece)))
}

/** A piece with its outlines rebuilt; `null` where none is left. */
export function withContours(
	piece: Piece,
	change: (contour: Contour) => Contour | null,
): Piece | null {
	const contours = sameOrMapped(piece.contours, change)
	if (contours === piece.contours && contours.length > 0) return piece
	return contours.length > 0 ? { ...piece, contours } : null
}

/**
 * Rebuilds the outlines that some ids name, or hold nodes of theirs: of the other pieces none is looked at,
 * however many there are. What comes back as `null` is gone, as with {@link mapContours}.
 */
export function mapContoursOf(
	sheet: Sheet,
	ids: Ids,
	change: (contour: Contour) => Contour | null,
): Sheet {
	return mapPlaces(sheet, indexOf(sheet.pieces).holding(ids), (piece) =>
		withContours(piece, (contour) =>
			ids.has(contour.id) || contour.nodes.some((node) => ids.has(node.id))
				? change(contour)
				: contour,
		),
	)
}

/** Rebuilds one outline, found by its id. */
export function mapContour(
	sheet: Sheet,
	id: string,
	change: (contour: Contour) => Contour | null,
): Sheet {
	return mapContoursOf(sheet, new Set([id]), (c) => (c.id === id ? change(c) : c))
}

/** Rebuilds the pieces that ids name. */
export function mapPiecesOf(sheet: Sheet, ids: Ids, change: (piece: Piece) => Piece | null): Sheet {
	return mapPlaces(sheet, indexOf(sheet.pieces).holding(ids), (piece) =>
		ids.has(piece.id) ? change(piece) : piece,
	)
}

/** Rebuilds one piece, found by its id. */
export function mapPiece(sheet: Sheet, id: string, change: (piece: Piece) => Piece | null): Sheet {
	return mapPiecesOf(sheet, new Set([id]), change)
}

/** Rebuilds the pieces at some places of the list. */
export function mapPlaces(
	sheet: Sheet,
	places: readonly number[],
	change: (piece: Piece) => Piece | null,
): Sheet {
	let pieces: Piece[] | undefined
	const gone: number[] = []
	for (const k of places) {
		const piece = item(sheet.pieces, k)
		const next = change(piece)
		if (next === piece) continue
		pieces ??= [...sheet.pieces]
		if (next) pieces[k] = next
		else gone.push(k)
	}
	if (!pieces) return sheet
	const left = new Set(gone)
	return { ...sheet, pieces: left.size > 0 ? pieces.filter((_, k) => !left.has(k)) : pieces }
}

/** Where a node stands. */
export interface NodePlace {
	readonly piece: Piece
	readonly contour: Contour
	readonly index: number
	readonly node: PathNode
}

export function findNode(sheet: Sheet, id: string): NodePlace | undefined {
	for (const piece of holding(sheet, new Set([id])))
		for (const contour of piece.contours) {
			const index = contour.nodes.findIndex((node) => node.id === id)
			const node = contour.nodes[index]
			if (node) return { piece, contour, index, node }
		}
	return undefined
}

/** The nodes with these ids, in the sheet's order. */
export function nodesWith(sheet: Sheet, ids: ReadonlySet<string>): PathNode[] {
	return holding(sheet, ids)
		.flatMap(({ contours }) => contours)
		.flatMap(({ nodes }) => nodes.filter(({ id }) => ids.has(id)))
}

export function findContour(
	sheet: Sheet,
	id: string,
): { piece: Piece; contour: Contour } | undefined {
	for (const piece of holding(sheet, new Set([id]))) {
		const contour = piece.contours.find((c) => c.id === id)
		if (contour) return { piece, contour }
	}
	return undefined
}

export function findPiece(sheet: Sheet, id: string): Piece | undefined {
	return piecesWith(sheet, new Set([id]))[0]
}

/** The pieces with these ids, in the sheet's order. */
export function piecesWith(sheet: Sheet, ids: Ids): Piece[] {
	return holding(sheet, ids).filter(({ id }) => ids.has(id))
}

/** The pieces of which something may lie in a box, in the sheet's order. */
export function piecesNear({ pieces }: Sheet, box: Box): Piece[] {
	return indexOf(pieces)
		.within(box)
		.map((k) => item(pieces, k))
}

/** The pieces that ids name, or that hold outlines or nodes of theirs, in the sheet's order. */
function holding({ pieces }: Sheet, ids: Ids): Piece[] {
	return indexOf(pieces)
		.holding(ids)
		.map((k) => item(pieces, k))
}

function sameOrMapped<T>(items: readonly T[], change: (item: T) => T | null): readonly T[] {
	const changed = items.map(change)
	if (changed.every((item, i) => item === items[i])) return items
	return changed.filter((item): item is T & {} => item !== null)
}
