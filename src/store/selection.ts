import { findContour, findNode, findPiece, nodesWith, piecesWith, type Sheet } from '@/core'

/** What is chosen: a piece, perhaps one of its outlines, perhaps nodes; and a photo. Ids only. */
export interface Selection {
	readonly piece: string | null
	readonly contour: string | null
	readonly nodes: ReadonlySet<string>
	/** Pieces chosen together with `piece`, which may be among them. */
	readonly others?: ReadonlySet<string> | undefined
	/** The photo at work: it stays chosen while pieces are chosen and let go. */
	readonly photo?: string | undefined
}

export const NOTHING: Selection = { piece: null, contour: null, nodes: new Set() }

/** All pieces that are chosen. */
export function chosenPieces({ piece, others }: Selection): Set<string> {
	return new Set([...(piece === null ? [] : [piece]), ...(others ?? [])])
}

/** The selection with one more piece, or without it where it was chosen. */
export function withPiece(selection: Selection, id: string): Selection {
	const all = chosenPieces(selection)
	if (!all.delete(id)) all.add(id)
	const piece = selection.piece !== null && all.has(selection.piece) ? selection.piece : null
	return { ...NOTHING, piece: piece ?? [...all][0] ?? null, others: all, photo: selection.photo }
}

/** Some pieces, wholly. */
export function withPieces(ids: Iterable<string>): Selection {
	const others = new Set(ids)
	return { ...NOTHING, piece: [...others].at(-1) ?? null, others }
}

/**
 * The selection with all pieces from the one chosen last to another, in the order of their list.
 * @param order ids as they are listed
 */
export function upToPiece(selection: Selection, order: readonly string[], id: string): Selection {
	const anchor = selection.piece ?? id
	const [a, b] = [order.indexOf(anchor), order.indexOf(id)].sort((p, q) => p - q)
	if (a === undefined || b === undefined || a < 0) return withPiece(selection, id)
	const others = new Set(order.slice(a, b + 1))
	return { ...NOTHING, piece: anchor, others, photo: selection.photo }
}

/** The pieces that something done to nodes is about: those chosen, or, where none is, all that can be changed. */
export function piecesAtWork({ pieces }: Sheet, selection: Selection): Set<string> {
	const chosen = chosenPieces(selection)
	if (chosen.size > 0) return chosen
	return new Set(pieces.filter(({ hidden, locked }) => !hidden && !locked).map(({ id }) => id))
}

/** Some nodes, wherever they are; pieces stay chosen where there are none. */
export function selectNodes(
	sheet: Sheet,
	nodes: ReadonlySet<string>,
): Pick<Selection, 'nodes'> & Partial<Selection> {
	const [first] = nodes
	const place = first === undefined ? undefined : findNode(sheet, first)
	return place ? { nodes, piece: place.piece.id, contour: place.contour.id } : { nodes }
}

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

/**
 * What came back with a step undone or done again is chosen, where nothing else is: the nodes of one
 * outline that was there all the while.
 */
export function withReturned(was: Sheet, now: Sheet, selection: Selection): Selection {
	if (selection.nodes.size > 0) return selection
	const before = new Map(was.pieces.flatMap((piece) => piece.contours.map((c) => [c.id, c])))
	const kept = new Set(was.pieces)
	for (const piece of now.pieces) {
		if (kept.has(piece) || piece.hidden || piece.locked) continue
		for (const contour of piece.contours) {
			const old = before.get(contour.id)
			if (!old || old === contour) continue
			const ids = new Set(old.nodes.map(({ id }) => id))
			const back = contour.nodes.filter(({ id }) => !ids.has(id))
			if (back.length === 0) continue
			const nodes = new Set(back.map(({ id }) => id))
			return { ...selection, piece: piece.id, contour: contour.id, nodes }
		}
	}
	return selection
}

/** The selection without what the sheet no longer holds; the same object where all of it stands. */
export function presentIn(sheet: Sheet, selection: Selection): Selection {
	const piece = selection.piece === null ? undefined : findPiece(sheet, selection.piece)
	const contour = piece?.contours.find((c) => c.id === selection.contour)
	const ids = new Set(nodesWith(sheet, selection.nodes).map((node) => node.id))
	const photo = sheet.photos.find((p) => p.id === selection.photo)?.id
	const others = selection.others && present(sheet, selection.others)
	const same =
		others?.size === selection.others?.size &&
		photo === selection.photo &&
		(piece?.id ?? null) === selection.piece &&
		(contour?.id ?? null) === selection.contour &&
		ids.size === selection.nodes.size
	return same
		? selection
		: { piece: piece?.id ?? null, contour: contour?.id ?? null, nodes: ids, others, photo }
}

/** Those of some pieces' ids that are in the sheet, in the order they were chosen in. */
function present(sheet: Sheet, ids: ReadonlySet<string>): Set<string> {
	const there = new Set(piecesWith(sheet, ids).map(({ id }) => id))
	return new Set([...ids].filter((id) => there.has(id)))
}
