import { useMemo } from 'react'
import type { Area, Piece } from '@/core'
import { useOpenSheet, useSheetAtRest } from '@/editor/workbench/workbench'
import { chosenPieces } from '@/store/selection'

/** The pieces that are chosen and may be changed, from the lowest up. */
export function useChosenPieces(): readonly Piece[] {
	const { pieces } = useSheetAtRest()
	const piece = useOpenSheet((state) => state.selection.piece)
	const others = useOpenSheet((state) => state.selection.others)
	return useMemo(() => {
		const chosen = chosenPieces({ piece, others, contour: null, nodes: new Set() })
		return pieces.filter((p) => chosen.has(p.id) && !p.hidden && !p.locked)
	}, [pieces, piece, others])
}

/** What a piece fills, as combining takes it. */
export function areaOf({ contours, fillRule }: Piece): Area {
	return { contours: contours.filter(({ closed }) => closed), rule: fillRule }
}

/** “A”, “A” and “B”, or “A”, “B” and “C”. */
export function named(pieces: readonly Piece[]): string {
	const names = pieces.map(({ name }) => `“${name}”`)
	const last = names.pop() ?? ''
	return names.length > 0 ? `${names.join(', ')} and ${last}` : last
}
