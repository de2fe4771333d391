import type { Piece, ThinTarget } from '@/core'
import { chosenPieces, NOTHING, type Selection } from '@/store/selection'
import type { ThinWish } from './thinSlice'

/** Fewer nodes than these have nothing between their ends to thin. */
const LEAST_NODES = 3

/**
 * The outlines that thinning is about: those of the nodes chosen, of the pieces chosen (the last one
 * where none is), or all of the sheet. Hidden and locked pieces are left alone.
 */
export function thinTargets(
	pieces: readonly Piece[],
	selection: Pick<Selection, 'piece' | 'others' | 'nodes'>,
	scope: ThinWish['scope'],
): ThinTarget[] {
	const open = pieces.filter((piece) => !piece.hidden && !piece.locked)
	const contours = open.flatMap((piece) => piece.contours)
	if (scope === 'all') return contours.map((contour) => ({ contour }))
	if (scope === 'nodes') {
		const { nodes } = selection
		return contours.flatMap((contour) => {
			const chosen = contour.nodes.filter((node) => nodes.has(node.id))
			return chosen.length < LEAST_NODES ? [] : [{ contour, only: nodes }]
		})
	}
	const chosen = chosenPieces({ ...NOTHING, ...selection })
	const taken = open.filter((piece) => chosen.has(piece.id))
	const about = taken.length > 0 ? taken : open.slice(-1)
	return about.flatMap((piece) => piece.contours.map((contour) => ({ contour })))
}
