'use client'

import { type DragEvent, type KeyboardEvent, useState } from 'react'
import { layPieces, piecesIn, type Sheet, type TreePlace } from '@/core'
import { useWorkbench } from '@/editor/workbench/workbench'
import type { OpenSheet } from '@/store/openSheet'
import { chosenPieces } from '@/store/selection'
import { type DropSide, placeBeside, placeOneStep, type TreeRow } from './treePlaces'
import { treeRows } from './treeRows'
import { TREE } from './treeSlice'

/** What a dragged row carries: no other page and no file is mistaken for it. */
const DRAGGED_ROW = 'application/x-skiagram-row'
/** So near its upper and lower edge a row is not meant itself, but the gap beside it; share of its height. */
const EDGE = 0.25

/** The row that is being dragged: what a drag carries cannot be read before it is dropped. */
let dragging: string | null = null

/**
 * What makes a row of the tree movable: dragged beside another row, or into a group, it comes to lie
 * there; Alt and an arrow key move it by one. What is chosen moves together.
 * @param key a piece's or a group's id
 */
export function useMoving(key: string) {
	const { open, slices } = useWorkbench()
	const [drop, setDrop] = useState<DropSide | null>(null)
	const rows = () => treeRows(open.sheet(), slices.of(TREE).getState().folded)
	const rowOf = (id: string) => rows().find((row) => row.key === id)
	const sideOf = (event: DragEvent): DropSide | null => {
		const row = rowOf(key)
		if (!row || dragging === null || movedWith(open, dragging).has(key) || dragging === key)
			return null
		const { top, height } = event.currentTarget.getBoundingClientRect()
		const share = (event.clientY - top) / height
		return sideAt(row, share, isHigher(rows(), key, dragging))
	}
	const handlers = {
		draggable: true,
		onDragStart: (event: DragEvent) => {
			dragging = key
			event.dataTransfer.setData(DRAGGED_ROW, key)
		},
		onDragEnd: () => {
			dragging = null
		},
		onDragOver: (event: DragEvent) => {
			if (!event.dataTransfer.types.includes(DRAGGED_ROW)) return
			event.preventDefault()
			setDrop(sideOf(event))
		},
		onDragLeave: () => setDrop(null),
		onDrop: (event: DragEvent) => {
			const side = sideOf(event)
			setDrop(null)
			const row = rowOf(key)
			const moved = event.dataTransfer.getData(DRAGGED_ROW)
			if (side && row && moved)
				open.apply(
					'Change the order',
					laidAt(moved, movedWith(open, moved), placeBeside(open.sheet(), row, side)),
				)
		},
		onKeyDown: (event: KeyboardEvent) => {
			const way = event.key === 'ArrowUp' ? 'up' : event.key === 'ArrowDown' ? 'down' : null
			if (!event.altKey || !way) return
			event.preventDefault()
			event.stopPropagation()
			const place = placeOneStep(open.sheet(), rows(), key, way)
			if (place) open.apply('Change the order', laidAt(key, ownPieces(open, key), place))
		},
	}
	return { drop, handlers }
}

/** A row's middle stands for its place, which others make room for; a group's takes in. */
function sideAt(row: TreeRow, share: number, higher: boolean): DropSide {
	if (share < EDGE) return 'above'
	if (row.what === 'group') return share > 1 - EDGE && row.folded ? 'below' : 'into'
	if (share > 1 - EDGE) return 'below'
	return higher ? 'above' : 'below'
}

function isHigher(rows: readonly TreeRow[], key: string, than: string): boolean {
	const place = (id: string) => rows.findIndex((row) => row.key === id)
	return place(key) < place(than)
}

function ownPieces(open: OpenSheet, key: string): ReadonlySet<string> {
	const held = piecesIn(open.sheet(), key)
	return new Set(held.length > 0 ? held.map((piece) => piece.id) : [key])
}

/** Moves rows' pieces; of groups only one that is moved by its own row stays one, or any chosen wholly. */
function laidAt(key: string, ids: ReadonlySet<string>, place: TreePlace) {
	return (sheet: Sheet) => {
		const alone = ids.size <= Math.max(1, piecesIn(sheet, key).length)
		return layPieces(sheet, ids, place, alone ? new Set([key]) : undefined)
	}
}

/** What moves with a dragged row: all that is chosen, where it is of it. */
function movedWith(open: OpenSheet, key: string): ReadonlySet<string> {
	const own = ownPieces(open, key)
	const chosen = chosenPieces(open.getState().selection)
	return [...own].every((id) => chosen.has(id)) ? chosen : own
}
