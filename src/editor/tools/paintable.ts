import type { Piece, Point } from '@/core'
import { isOpenToEdits, pieceUnder } from '@/editor/session/hitTest'
import type { Bench } from '@/editor/session/tool'
import { chosenPieces, NOTHING } from '@/store/selection'

/** The pieces that are chosen and may be painted. */
export function paintable(bench: Bench): readonly Piece[] {
	const chosen = chosenPieces(bench.selection())
	return bench.sheet().pieces.filter((piece) => chosen.has(piece.id) && isOpenToEdits(piece))
}

/** With nothing to paint yet, the piece under the pointer is chosen for it. */
export function chooseUnder(bench: Bench, at: Point): void {
	const piece = pieceUnder(bench.sheet(), at)
	if (piece) bench.select({ ...NOTHING, piece: piece.id })
}
