import type { LiftedBy, Piece } from './model'
import { printOf } from './print'

/** A piece that remembers what was drawn to lift it, for as long as its outlines stay as they are. */
export function liftedMark(piece: Piece, { round, dabs }: Omit<LiftedBy, 'prints'>): Piece {
	return { ...piece, lifted: { round, dabs, prints: piece.contours.map(printOf) } }
}

/** What was drawn to lift a piece, if all of its outlines are still what was lifted; else `null`. */
export function liftedAs({ lifted, contours }: Piece): LiftedBy | null {
	if (!lifted || lifted.prints.length !== contours.length) return null
	return contours.every((contour, k) => printOf(contour) === lifted.prints[k]) ? lifted : null
}
