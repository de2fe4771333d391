'use client'

import { useEffect, useState } from 'react'
import type { Piece } from '@/core'
import { findInnerOutlines, type Inner, innerOutlinesNow } from '@/editor/bench/innerOutlines'

/** A row of the list of pieces. */
export interface Row {
	readonly key: string
	readonly piece: Piece
	/** Absent for the piece itself. */
	readonly inner?: Inner
}

/** Looks into pieces of many thousands of outlines, and shows what uses it anew when that is done. */
export function useInnerOutlines(pieces: readonly Piece[]): void {
	const [, setFound] = useState(0)
	const waiting = pieces.find((piece) => innerOutlinesNow(piece) === null)
	useEffect(
		() => waiting && findInnerOutlines(waiting, () => setFound((count) => count + 1)),
		[waiting],
	)
}

/** The list's rows; openings of pieces with many thousands of outlines come a little later. */
export function useRows(pieces: readonly Piece[]): Row[] {
	useInnerOutlines(pieces)
	return pieces
		.toReversed()
		.flatMap((piece): Row[] => [
			{ key: piece.id, piece },
			...(innerOutlinesNow(piece) ?? []).map((inner) => ({ key: inner.contour.id, piece, inner })),
		])
}
