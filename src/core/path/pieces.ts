import type { Affine } from '../geometry/affine'
import { applyAffine, IDENTITY } from '../geometry/affine'
import type { Point } from '../geometry/point'
import { withHandles } from './contour'
import { findContour, mapPiece, mapPiecesOf } from './edit'
import type { Contour, Group, Piece, Sheet } from './model'

/** Lays pieces above all others. @param groups those that they are kept in */
export function addPieces(
	sheet: Sheet,
	pieces: readonly Piece[],
	groups: readonly Group[] = [],
): Sheet {
	if (pieces.length === 0) return sheet
	return {
		...sheet,
		pieces: [...sheet.pieces, ...pieces],
		...(groups.length > 0 && { groups: [...(sheet.groups ?? []), ...groups] }),
	}
}

/** Lays pieces right above another, in its group; above all where there is none of that id. */
export function piecesAbove(sheet: Sheet, id: string, pieces: readonly Piece[]): Sheet {
	const place = sheet.pieces.findIndex((piece) => piece.id === id)
	const group = sheet.pieces[place]?.group
	if (place < 0) return addPieces(sheet, pieces)
	const laid = group === undefined ? pieces : pieces.map((piece) => ({ ...piece, group }))
	return { ...sheet, pieces: sheet.pieces.toSpliced(place + 1, 0, ...laid) }
}

export function removePieces(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	return mapPiecesOf(sheet, ids, () => null)
}

/** Removes one outline; the piece goes with its last. */
export function removeOutline(sheet: Sheet, contourId: string): Sheet {
	const found = findContour(sheet, contourId)
	if (!found) return sheet
	return mapPiece(sheet, found.piece.id, (piece) => {
		const contours = piece.contours.filter((c) => c.id !== contourId)
		return contours.length > 0 ? { ...piece, contours } : null
	})
}

/** Changes properties of a piece that are not its outlines: its name, fill, whether it shows. */
export function changePiece(
	sheet: Sheet,
	id: string,
	change: Partial<Omit<Piece, 'id' | 'contours'>>,
): Sheet {
	return mapPiece(sheet, id, (piece) => {
		const next = { ...piece, ...change }
		const differs = (Object.keys(change) as (keyof typeof change)[]).some(
			(k) => next[k] !== piece[k],
		)
		return differs ? next : piece
	})
}

/** Moves a piece to place `index` in the order of drawing, 0 the lowest. */
export function reorderPiece(sheet: Sheet, id: string, index: number): Sheet {
	const piece = sheet.pieces.find((p) => p.id === id)
	if (!piece || sheet.pieces.indexOf(piece) === index) return sheet
	const rest = sheet.pieces.filter((p) => p !== piece)
	return { ...sheet, pieces: rest.toSpliced(index, 0, piece) }
}

/** The outline under an affine map. Kinds hold but for symmetric nodes under an uneven scale. */
export function transformContour(contour: Contour, map: Affine): Contour {
	if (map.every((value, i) => value === IDENTITY[i])) return contour
	const go = (p: Point | undefined) => p && applyAffine(map, p)
	return {
		...contour,
		nodes: contour.nodes.map((node) =>
			withHandles(
				{ ...node, at: applyAffine(map, node.at) },
				{ in: go(node.in), out: go(node.out) },
			),
		),
	}
}
