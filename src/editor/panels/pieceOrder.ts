import type { DragEvent, KeyboardEvent } from 'react'
import { reorderPiece } from '@/core'
import type { OpenSheet } from '@/store/openSheet'

/** What a dragged row carries: no other page and no file is mistaken for it. */
const DRAGGED_PIECE = 'application/x-skiagram-piece'

/** The piece that is being dragged: what a drag carries cannot be read before it is dropped. */
let dragging: string | null = null

/** On which side of a row a dragged piece would come to lie. */
export type DropSide = 'above' | 'below'

/**
 * What makes a row of the pieces' list movable: dragged onto another row a piece takes its place;
 * Alt and an arrow key move it by one. The list shows the topmost piece first.
 * @param mark shows where the piece that is dragged over the row would come to lie
 */
export function orderHandlers(open: OpenSheet, id: string, mark: (side: DropSide | null) => void) {
	const placeOf = (piece: string) => open.sheet().pieces.findIndex((p) => p.id === piece)
	const moveTo = (piece: string, index: number) =>
		open.apply('Change the order', (sheet) =>
			reorderPiece(sheet, piece, Math.min(sheet.pieces.length - 1, Math.max(0, index))),
		)
	return {
		draggable: true,
		onDragStart: (event: DragEvent) => {
			dragging = id
			event.dataTransfer.setData(DRAGGED_PIECE, id)
		},
		onDragEnd: () => {
			dragging = null
		},
		onDragOver: (event: DragEvent) => {
			if (!event.dataTransfer.types.includes(DRAGGED_PIECE)) return
			event.preventDefault()
			if (dragging !== null && dragging !== id)
				mark(placeOf(dragging) < placeOf(id) ? 'above' : 'below')
		},
		onDragLeave: () => mark(null),
		onDrop: (event: DragEvent) => {
			mark(null)
			const dragged = event.dataTransfer.getData(DRAGGED_PIECE)
			if (dragged) moveTo(dragged, placeOf(id))
		},
		onKeyDown: (event: KeyboardEvent) => {
			const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
			if (!event.altKey || by === 0) return
			event.preventDefault()
			event.stopPropagation()
			moveTo(id, placeOf(id) + by)
		},
	}
}
