import {
	addPieces,
	drawnPiece,
	liftedAs,
	liftedMark,
	newId,
	type Piece,
	partsOf,
	type Sheet,
} from '@/core'
import { nextName } from '@/editor/session/nextName'
import type { Asked, LiftGhost } from './liftSlice'

/** A sheet with what was lifted on it. */
export interface Kept {
	readonly sheet: Sheet
	/** What the step is called. */
	readonly label: string
	/** The piece that came of it, the first of several, and its first outline. */
	readonly piece: string
	readonly contour: string
}

/**
 * What is lifted becomes a piece, or takes the place of one.
 * @param name of the piece; others are named after it
 * @param each a piece for each part
 * @returns `null` where there is nothing to keep
 */
export function kept(
	sheet: Sheet,
	{ contours, colour }: LiftGhost,
	asked: Asked,
	{ name, each }: { readonly name: string; readonly each: boolean },
): Kept | null {
	const first = contours[0]
	if (!first) return null
	const place = asked.way === 'object' ? sheet.pieces.find(({ id }) => id === asked.again) : null
	if (place)
		return {
			sheet: withPiece(sheet, marked({ ...place, contours }, asked)),
			label: 'Lift anew',
			piece: place.id,
			contour: first.id,
		}
	const bare = drawnPiece(sheet, name, contours)
	const painted: Piece = colour ? { ...bare, fill: { kind: 'solid', colour } } : bare
	const parts = each ? partsOf(painted) : [contours]
	const pieces = parts.map((own) => ({ ...painted, contours: own, id: newId() }))
	const [one = painted] = pieces
	return {
		sheet: pieces.reduce((now, piece, n) => {
			const named = n === 0 ? piece : { ...piece, name: nextName(now) }
			return addPieces(now, [marked(named, asked)])
		}, sheet),
		label: labelFor(asked, parts.length),
		piece: one.id,
		contour: one.contours[0]?.id ?? first.id,
	}
}

function labelFor(asked: Asked, parts: number): string {
	if (asked.way === 'colour') return 'Lift by colour'
	return parts > 1 ? 'Lift objects' : 'Lift an object'
}

/** What was awaited in the place of what was kept early; `null` once somebody changed that. */
export function finished(
	sheet: Sheet,
	id: string,
	{ contours }: LiftGhost,
	asked: Asked,
): Sheet | null {
	const piece = sheet.pieces.find((one) => one.id === id)
	if (!piece || !liftedAs(piece)) return null
	return withPiece(sheet, marked({ ...piece, contours }, asked))
}

const marked = (piece: Piece, asked: Asked): Piece =>
	asked.way === 'object' ? liftedMark(piece, asked) : piece

const withPiece = (sheet: Sheet, piece: Piece): Sheet => ({
	...sheet,
	pieces: sheet.pieces.map((one) => (one.id === piece.id ? piece : one)),
})
