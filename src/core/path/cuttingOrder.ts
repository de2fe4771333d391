import type { Contour, Piece } from './model'
import { nestingOf } from './nesting'

/**
 * A piece's outlines in the order to cut them in: what lies inside comes before what is round it, which
 * holds it until then. Open ones come first; single nodes are nothing to cut.
 */
export function cuttingOrder(piece: Pick<Piece, 'contours' | 'fillRule'>): readonly Contour[] {
	const lines = piece.contours.filter(({ closed, nodes }) => !closed && nodes.length > 1)
	const rings = nestingOf(piece).map(({ contour }) => contour)
	return [...lines, ...rings.toReversed().filter(({ nodes }) => nodes.length > 1)]
}
