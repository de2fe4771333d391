import type { Contour, PathNode, Piece, Sheet } from './model'

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
	return mapPieces(sheet, (piece) => {
		const contours = sameOrMapped(piece.contours, (contour) => change(contour, piece))
		if (contours === piece.contours) return piece
		return contours.length > 0 ? { ...piece, contours } : null
	})
}

/** Rebuilds one outline, found by its id. */
export function mapContour(
	sheet: Sheet,
	id: string,
	change: (contour: Contour) => Contour | null,
): Sheet {
	return mapContours(sheet, (contour) => (contour.id === id ? change(contour) : contour))
}

/** Rebuilds one piece, found by its id. */
export function mapPiece(sheet: Sheet, id: string, change: (piece: Piece) => Piece | null): Sheet {
	return mapPieces(sheet, (piece) => (piece.id === id ? change(piece) : piece))
}

/** Where a node stands. */
export interface NodePlace {
	readonly piece: Piece
	readonly contour: Contour
	readonly index: number
	readonly node: PathNode
}

export function findNode(sheet: Sheet, id: string): NodePlace | undefined {
	for (const piece of sheet.pieces) {
		for (const contour of piece.contours) {
			const index = contour.nodes.findIndex((node) => node.id === id)
			const node = contour.nodes[index]
			if (node) return { piece, contour, index, node }
		}
	}
	return undefined
}

/** The nodes with these ids, in the sheet's order: one run over the sheet, however many. */
export function nodesWith(sheet: Sheet, ids: ReadonlySet<string>): PathNode[] {
	if (ids.size === 0) return []
	const found: PathNode[] = []
	for (const { contours } of sheet.pieces)
		for (const { nodes } of contours)
			for (const node of nodes) {
				if (!ids.has(node.id)) continue
				found.push(node)
				// Ids are single: the rest of the sheet holds no more.
				if (found.length === ids.size) return found
			}
	return found
}

export function findContour(
	sheet: Sheet,
	id: string,
): { piece: Piece; contour: Contour } | undefined {
	for (const piece of sheet.pieces) {
		const contour = piece.contours.find((c) => c.id === id)
		if (contour) return { piece, contour }
	}
	return undefined
}

function sameOrMapped<T>(items: readonly T[], change: (item: T) => T | null): readonly T[] {
	const changed = items.map(change)
	if (changed.every((item, i) => item === items[i])) return items
	return changed.filter((item): item is T & {} => item !== null)
}
