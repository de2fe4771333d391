import { findContour, nodesWith, type Sheet } from '@/core'

/** What is chosen: a piece, perhaps one of its outlines, perhaps nodes; and a photo. Ids only. */
export interface Selection {
	readonly piece: string | null
	readonly contour: string | null
	readonly nodes: ReadonlySet<string>
	/** The photo at work: it stays chosen while pieces are chosen and let go. */
	readonly photo?: string | undefined
}

export const NOTHING: Selection = { piece: null, contour: null, nodes: new Set() }

/** The outline, its piece, and some of its nodes. */
export function selectContour(
	sheet: Sheet,
	contourId: string,
	nodes: Iterable<string> = [],
): Selection {
	const found = findContour(sheet, contourId)
	return {
		piece: found?.piece.id ?? null,
		contour: found ? contourId : null,
		nodes: new Set(nodes),
	}
}

/** The selection without what the sheet no longer holds; the same object where all of it stands. */
export function presentIn(sheet: Sheet, selection: Selection): Selection {
	const piece = sheet.pieces.find((p) => p.id === selection.piece)
	const contour = piece?.contours.find((c) => c.id === selection.contour)
	const ids = new Set(nodesWith(sheet, selection.nodes).map((node) => node.id))
	const photo = sheet.photos.find((p) => p.id === selection.photo)?.id
	const same =
		photo === selection.photo &&
		(piece?.id ?? null) === selection.piece &&
		(contour?.id ?? null) === selection.contour &&
		ids.size === selection.nodes.size
	return same
		? selection
		: { piece: piece?.id ?? null, contour: contour?.id ?? null, nodes: ids, photo }
}
