import type { Piece, Point } from '@/core'
import { isOpenToEdits, pieceUnder } from '@/editor/session/hitTest'
import { type Effect, type Sight, select } from '@/editor/session/machine'
import { chosenPieces, NOTHING } from '@/store/selection'

/** The pieces that are chosen and may be painted. */
export function paintable(sight: Pick<Sight, 'sheet' | 'selection'>): readonly Piece[] {
	const chosen = chosenPieces(sight.selection())
	return sight.sheet().pieces.filter((piece) => chosen.has(piece.id) && isOpenToEdits(piece))
}

/** With nothing to paint yet, the piece under the pointer is chosen for it. */
export function chosenUnder(sight: Pick<Sight, 'sheet'>, at: Point): Effect[] {
	const piece = pieceUnder(sight.sheet(), at)
	return piece ? [select({ ...NOTHING, piece: piece.id })] : []
}
