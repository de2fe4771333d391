import { mapPiece } from './edit'
import { withFreshIds } from './freshIds'
import { type Contour, newId, newPiece, type Piece, type Sheet } from './model'
import { nestingOf } from './nesting'
import { addPieces } from './pieces'

/** Edits of which outlines make a piece. */

/**
 * Gives a piece other closed outlines, as combining it with others made them; its open outlines
 * stay. A piece that is left without any goes.
 * @param o `gone` pieces that are used up; `openToo` where open outlines are replaced as well
 */
export function takeOutlines(
	sheet: Sheet,
	pieceId: string,
	contours: readonly Contour[],
	o: { readonly gone?: ReadonlySet<string>; readonly openToo?: boolean } = {},
): Sheet {
	const pieces = sheet.pieces.filter((p) => p.id === pieceId || !o.gone?.has(p.id))
	const others = pieces.filter((p) => p.id !== pieceId)
	return mapPiece({ ...sheet, pieces }, pieceId, (piece) => {
		const open = o.openToo ? [] : piece.contours.filter(({ closed }) => !closed)
		const own = withFreshIds([...contours, ...open], idsOf(others))
		return own.length > 0 ? { ...piece, contours: own } : null
	})
}

/** Puts new pieces in the place of others: where the lowest of them was, in order. */
export function replacePieces(
	sheet: Sheet,
	gone: ReadonlySet<string>,
	pieces: readonly Piece[],
): Sheet {
	const at = sheet.pieces.findIndex((p) => gone.has(p.id))
	const rest = sheet.pieces.filter((p) => !gone.has(p.id))
	if (at < 0) return addPieces(sheet, pieces)
	const taken = idsOf(rest)
	const fresh = pieces.map((piece) => ({ ...piece, contours: withFreshIds(piece.contours, taken) }))
	return { ...sheet, pieces: rest.toSpliced(at, 0, ...fresh) }
}

/** Adds a piece just under another, painted like it. */
export function addBeneath(
	sheet: Sheet,
	pieceId: string,
	name: string,
	contours: readonly Contour[],
): Sheet {
	const at = sheet.pieces.findIndex((p) => p.id === pieceId)
	const like = sheet.pieces[at]
	if (!like || contours.length === 0) return sheet
	const { fill, stroke } = like
	const piece = { ...newPiece(name, withFreshIds(contours, idsOf(sheet.pieces))), fill, stroke }
	return { ...sheet, pieces: sheet.pieces.toSpliced(at, 0, piece) }
}

/**
 * Takes a piece apart: each outer edge with its openings becomes a piece, as does each open outline
 * and each island with what lies in it.
 * @param nextName names the second and all further ones
 */
export function separatePiece(
	sheet: Sheet,
	pieceId: string,
	nextName: (taken: ReadonlySet<string>) => string,
): Sheet {
	const piece = sheet.pieces.find((p) => p.id === pieceId)
	if (!piece) return sheet
	const groups = partsOf(piece)
	if (groups.length < 2) return sheet
	const names = new Set(sheet.pieces.map((p) => p.name))
	const pieces = groups.map((contours, k): Piece => {
		if (k === 0) return { ...piece, contours }
		const name = nextName(names)
		names.add(name)
		return { ...piece, id: newId(), name, contours }
	})
	return { ...sheet, pieces: sheet.pieces.flatMap((p) => (p === piece ? pieces : [p])) }
}

/** The outlines of a piece, those together that make one connected part of it. */
export function partsOf(piece: Piece): Contour[][] {
	const nested = nestingOf(piece)
	const heads = nested.filter(({ role }) => role !== 'opening')
	const closed = heads.map(({ contour }) => [
		contour,
		...nested.filter((n) => n.role === 'opening' && n.round === contour).map((n) => n.contour),
	])
	const placed = new Set(closed.flat())
	return [...closed, ...piece.contours.filter((c) => !placed.has(c)).map((c) => [c])]
}

/** Makes one piece of several: all outlines in the lowest one, painted like it. */
export function compoundPieces(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	const chosen = sheet.pieces.filter((p) => ids.has(p.id))
	const [first, ...others] = chosen
	if (!first || others.length === 0) return sheet
	const one = { ...first, contours: chosen.flatMap((p) => p.contours) }
	const gone = new Set(others.map((p) => p.id))
	const pieces = sheet.pieces.filter((p) => !gone.has(p.id))
	return { ...sheet, pieces: pieces.map((p) => (p === first ? one : p)) }
}

function idsOf(pieces: readonly Piece[]): Set<string> {
	const ids = new Set<string>()
	for (const { contours } of pieces)
		for (const { id, nodes } of contours) {
			ids.add(id)
			for (const node of nodes) ids.add(node.id)
		}
	return ids
}
