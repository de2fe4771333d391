import { mapContour } from './edit'
import type { Bridge, Piece, Sheet } from './model'

/** A piece as one sees it: its bridges, where it has some, left standing across it. */
export function asSeen(piece: Piece): Piece {
	const { bridged, ...plain } = piece
	if (!bridged) return piece
	const kept = seen.get(piece)
	if (kept) return kept
	// What strips part is no text any more.
	const { lettering: _, ...made } = plain
	const shown: Piece = { ...made, contours: bridged }
	seen.set(piece, shown)
	return shown
}

const seen = new WeakMap<Piece, Piece>()

/** Gives an outline other bridges; none where the list is empty. */
export function setBridges(sheet: Sheet, contourId: string, bridges: readonly Bridge[]): Sheet {
	return mapContour(sheet, contourId, ({ bridges: _, ...contour }) =>
		bridges.length > 0 ? { ...contour, bridges } : contour,
	)
}
