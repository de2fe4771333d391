import { tied } from '../artwork/bridged'
import { asSeen } from '../path/bridges'
import { boundsOf } from '../path/contour'
import type { Contour, Piece, Sheet } from '../path/model'
import { nestingOf } from '../path/nesting'
import type { Finding } from './finding'
import { middleOf } from './rings'

/** Card inside a piece that is cut out of it: tied to nothing, it falls. */
export interface Falling {
	readonly piece: Piece
	/** The opening of the piece that it is. */
	readonly opening: Contour
	/** Parts of the piece that lie in it: there it is cut away. */
	readonly within: readonly Contour[]
}

/** What falls where pieces are cut out of a card: a stencil's counters. */
export function fallingOf(pieces: readonly Piece[]): Falling[] {
	return pieces
		.filter(({ hidden, fill }) => !hidden && fill.kind !== 'none')
		.flatMap((piece) => {
			const nested = nestingOf(asSeen(piece))
			return nested.flatMap(({ role, contour: { id }, contour }): Falling[] => {
				const opening = piece.contours.find((one) => one.id === id)
				if (role !== 'opening' || !opening) return []
				const within = nested.filter((one) => one.round === contour).map((one) => one.contour)
				return [{ piece, opening, within }]
			})
		})
}

/** @param thin narrower than this, px, strips of card break */
export function counterFindings(shown: readonly Piece[], thin: number): Finding[] {
	return fallingOf(shown).map(({ piece, opening }) => ({
		kind: 'counter',
		key: `counter ${opening.id}`,
		piece: piece.id,
		contour: opening.id,
		at: middleOf(opening),
		size: thin,
	}))
}

/** How wide what ties it is: a share of its smaller side, at least so many px, and no thin neck surely. */
const BRIDGE = { share: 0.15, least: 2, sure: 1.1 } as const

/** The sheet with a counter tied to the card round its piece: by one bridge, or by two on either side. */
export function counterTied(sheet: Sheet, { contour = '', size = 0, other }: Finding): Sheet {
	const found = fallingOf(sheet.pieces).find(({ opening }) => opening.id === contour)
	if (!found) return sheet
	return tied(sheet, contour, { count: other ? 2 : 1, width: bridgeWidth(found.opening, size) })
}

/** How wide a bridge is at first to what lies in an opening, px. @param thin narrower than this, px, it breaks */
export function bridgeWidth(opening: Contour, thin: number): number {
	const { minX, minY, maxX, maxY } = boundsOf(opening)
	const share = BRIDGE.share * Math.min(maxX - minX, maxY - minY)
	return Math.max(BRIDGE.least, share, BRIDGE.sure * thin)
}
