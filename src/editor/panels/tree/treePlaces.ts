import type { Sheet, TreePlace } from '@/core'
import type { GroupRow, PieceRow } from './treeRows'

/** Rows of the tree that can be moved, and moved to. */
export type TreeRow = GroupRow | PieceRow

/** On which side of a row something comes to lie; into a group, on top of what it holds. */
export type DropSide = 'above' | 'below' | 'into'

/** The place in the order of drawing, and the group, that a side of a row stands for. */
export function placeBeside(sheet: Sheet, row: TreeRow, side: DropSide): TreePlace {
	const at = (id: string | undefined) => sheet.pieces.findIndex((piece) => piece.id === id)
	if (row.what === 'piece')
		return { at: at(row.piece.id) + (side === 'below' ? 0 : 1), within: row.piece.group }
	const { group, pieces, folded } = row
	if (side === 'into' || (side === 'below' && !folded))
		return { at: at(pieces.at(-1)?.id) + 1, within: group.id }
	if (side === 'above') return { at: at(pieces.at(-1)?.id) + 1, within: group.within }
	return { at: at(pieces[0]?.id), within: group.within }
}

/**
 * The place one step up or down the list: past the next row, into the group that begins or ends
 * there, or out of the group that ends here.
 * @param rows all that show, the topmost first
 * @returns `null` where it goes no further
 */
export function placeOneStep(
	sheet: Sheet,
	rows: readonly TreeRow[],
	key: string,
	way: 'up' | 'down',
): TreePlace | null {
	const from = rows.findIndex((row) => row.key === key)
	const row = rows[from]
	if (!row) return null
	const own = row.what === 'group' ? row.group.within : row.piece.group
	if (way === 'up') {
		const next = rows[from - 1]
		if (!next) return null
		// Right under its own group's row it is the topmost of it, and leaves.
		if (next.what === 'group') return placeBeside(sheet, next, 'above')
		return placeBeside(sheet, next, next.piece.group === own ? 'above' : 'below')
	}
	const after = rows.findIndex((other, i) => i > from && other.depth <= row.depth)
	const next = after < 0 ? undefined : rows[after]
	if (next && next.depth === row.depth)
		return placeBeside(sheet, next, next.what === 'group' && !next.folded ? 'into' : 'below')
	const group = rows.find((other) => other.what === 'group' && other.group.id === own)
	return group?.what === 'group' ? placeBeside(sheet, { ...group, folded: true }, 'below') : null
}
