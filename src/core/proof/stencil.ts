import { heldAcross } from '../combine/bridges'
import { filledArea } from '../combine/divide'
import { takeOutlines } from '../path/compound'
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
	/** The outline of the piece next round it. */
	readonly round: Contour
	/** Parts of the piece that lie in it: there it is cut away. */
	readonly within: readonly Contour[]
}

/** What falls where pieces are cut out of a card: a stencil's counters. */
export function fallingOf(pieces: readonly Piece[]): Falling[] {
	return pieces
		.filter(({ hidden, fill }) => !hidden && fill.kind !== 'none')
		.flatMap((piece) => {
			const nested = nestingOf(piece)
			return nested.flatMap(({ role, contour, round }): Falling[] => {
				if (role !== 'opening' || !round) return []
				const within = nested.filter((one) => one.round === contour).map((one) => one.contour)
				return [{ piece, opening: contour, round, within }]
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
export function counterTied(sheet: Sheet, { contour, size = 0, other }: Finding): Sheet {
	const found = fallingOf(sheet.pieces).find(({ opening }) => opening.id === contour)
	if (!found) return sheet
	const { piece, opening, round } = found
	const { minX, minY, maxX, maxY } = boundsOf(opening)
	const share = BRIDGE.share * Math.min(maxX - minX, maxY - minY)
	const width = Math.max(BRIDGE.least, share, BRIDGE.sure * size)
	const contours = heldAcross(filledArea(piece), opening, round, { width, count: other ? 2 : 1 })
	return takeOutlines(sheet, piece.id, contours)
}
