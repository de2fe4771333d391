import { type Piece, takeOutlines } from '@/core'
import { resolved } from '@/jobs/combining'
import type { OpenSheet } from '@/store/openSheet'
import { areaOf } from '../chosen'

/** Gives a piece outlines that fill what it fills now, under either fill rule. */
export async function makeAlike(open: OpenSheet, piece: Piece): Promise<void> {
	const contours = await resolved(areaOf(piece))
	// What was changed meanwhile is left as it is.
	if (!open.sheet().pieces.includes(piece)) return
	open.apply('Make it the same under both rules', (s) => takeOutlines(s, piece.id, contours))
}
