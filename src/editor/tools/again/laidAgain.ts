import { findPiece, newId, type Piece, piecesAbove, type Sheet } from '@/core'
import { type AgainState, type Finds, taken } from './againSlice'

/**
 * The sheet with what was found laid above the piece that it is the same as, painted and named like it.
 * @returns `null` where nothing is to be laid, or the piece is gone
 */
export function laidAgain(
	sheet: Sheet,
	state: Finds & Pick<AgainState, 'of'>,
): { readonly sheet: Sheet; readonly ids: readonly string[]; readonly label: string } | null {
	const first = state.of && findPiece(sheet, state.of.piece)
	const all = taken(state)
	if (!first || all.length === 0) return null
	const names = new Set(sheet.pieces.map(({ name }) => name))
	const { lifted: _, lettering: __, ...like } = first
	const pieces = all.map(({ contours }): Piece => {
		const name = freeName(first.name, names)
		names.add(name)
		return { ...like, id: newId(), name, contours }
	})
	return {
		sheet: piecesAbove(sheet, first.id, pieces),
		ids: pieces.map(({ id }) => id),
		label: `Lay “${first.name}” ${all.length === 1 ? 'once' : `${all.length} times`} more`,
	}
}

/** “Leaf 2” after “Leaf”, “Leaf 4” after “Leaf 3”: the first number that is free. */
function freeName(name: string, taken: ReadonlySet<string>): string {
	const [, stem = name, number] = /^(.*?)(?: (\d+))?$/.exec(name) ?? []
	for (let n = number === undefined ? 2 : Number(number) + 1; ; n++)
		if (!taken.has(`${stem} ${n}`)) return `${stem} ${n}`
}
