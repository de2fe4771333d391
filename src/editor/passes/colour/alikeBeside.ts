import { boxesTouch, type Piece, piecesBox, standIn } from '@/core'
import { colourDifference } from '@/core/colours'

/** Colours that are nearer to each other are hard to tell apart, in just noticeable differences. */
const HARD_TO_TELL = 3

/** The pieces beside one, or under or over it, whose fill can hardly be told from its own. */
export function alikeBeside(pieces: readonly Piece[], piece: Piece): Piece[] {
	const own = standIn(piece.fill)
	if (!own) return []
	const box = piecesBox([piece])
	return pieces.filter((other) => {
		if (other.id === piece.id || other.hidden || !boxesTouch(piecesBox([other]), box)) return false
		const fill = standIn(other.fill)
		return fill !== null && colourDifference(fill.colour, own.colour) < HARD_TO_TELL
	})
}
