'use client'

import { useEffect, useState } from 'react'
import { type Group, groupPath, type Piece, type Sheet } from '@/core'
import { findInnerOutlines, type Inner, innerOutlinesNow } from '@/editor/session/innerOutlines'

/** A row of the tree of pieces. */
export type Row = GroupRow | PieceRow | InnerRow

/** A group; its pieces follow where it is not folded. */
export interface GroupRow {
	readonly what: 'group'
	readonly key: string
	/** How many groups it lies in. */
	readonly depth: number
	readonly group: Group
	/** All pieces in it, from the lowest up. */
	readonly pieces: readonly Piece[]
	readonly folded: boolean
}

export interface PieceRow {
	readonly what: 'piece'
	readonly key: string
	readonly depth: number
	readonly piece: Piece
}

/** An outline in a piece. */
export interface InnerRow {
	readonly what: 'inner'
	readonly key: string
	readonly depth: number
	readonly inner: Inner
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

/** The tree's rows; openings of pieces with many thousands of outlines come a little later. */
export function useRows(sheet: Sheet, folded: ReadonlySet<string>): Row[] {
	useInnerOutlines(sheet.pieces)
	return treeRows(sheet, folded).flatMap((row): Row[] => {
		if (row.what === 'group') return [row]
		// The counters of letters are the font's.
		const inner = row.piece.lettering ? [] : (innerOutlinesNow(row.piece) ?? [])
		return [
			row,
			...inner.map(
				(one): InnerRow => ({
					what: 'inner',
					key: one.contour.id,
					depth: row.depth + 1,
					inner: one,
				}),
			),
		]
	})
}

/** Groups and pieces as they are listed, the topmost first; what a folded group holds is left out. */
export function treeRows(sheet: Sheet, folded: ReadonlySet<string>): (GroupRow | PieceRow)[] {
	const groups = new Map(sheet.groups?.map((group) => [group.id, group]))
	const paths = sheet.pieces.map((piece) => groupPath(sheet, piece.group))
	const held = new Map<string, Piece[]>()
	for (const [i, piece] of sheet.pieces.entries())
		for (const id of paths[i] ?? []) (held.get(id) ?? held.set(id, []).get(id))?.push(piece)
	const rows: (GroupRow | PieceRow)[] = []
	let before: readonly string[] = []
	for (let i = sheet.pieces.length - 1; i >= 0; i--) {
		const piece = sheet.pieces[i] as Piece
		const path = paths[i] ?? []
		const shut = path.findIndex((id) => folded.has(id))
		for (const [depth, id] of path.entries()) {
			const group = groups.get(id)
			if (before[depth] === id || !group || (shut >= 0 && depth > shut)) continue
			rows.push({
				what: 'group',
				key: id,
				depth,
				group,
				pieces: held.get(id) ?? [],
				folded: folded.has(id),
			})
		}
		if (shut < 0) rows.push({ what: 'piece', key: piece.id, depth: path.length, piece })
		before = path
	}
	return rows
}
