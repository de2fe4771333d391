import type { Piece } from '@/core'

/** Sheets of more outlines than this take longer than a frame to draw. */
const MANY_OUTLINES = 1500

/** Whether a sheet has more outlines than can be drawn within a frame. */
export function isFar(pieces: readonly Piece[]): boolean {
	let outlines = 0
	for (const { contours } of pieces) {
		outlines += contours.length
		if (outlines > MANY_OUTLINES) return true
	}
	return false
}
