import type { Piece, Sheet } from './model'

/**
 * Pieces as they were in another state of a sheet: in their place and group where they are still there, else above all
 * others and in no group.
 */
export function bringBack(sheet: Sheet, then: Sheet, ids: ReadonlySet<string>): Sheet {
	const back = new Map(
		then.pieces.filter(({ id }) => ids.has(id)).map((piece) => [piece.id, piece]),
	)
	if (back.size === 0) return sheet
	const mended = sheet.pieces.map((piece) => {
		const was = back.get(piece.id)
		back.delete(piece.id)
		return was ? inGroup(was, piece.group) : piece
	})
	const gone = [...back.values()].map((piece) => inGroup(piece, undefined))
	return { ...sheet, pieces: [...mended, ...gone] }
}

function inGroup({ group: _, ...piece }: Piece, group: string | undefined): Piece {
	return group === undefined ? piece : { ...piece, group }
}
