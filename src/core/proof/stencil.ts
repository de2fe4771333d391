import { tied } from '../artwork/bridged'
import { combineAreas } from '../combine/combine'
import { filledArea } from '../combine/divide'
import { inmost } from '../combine/inmost'
import { contains } from '../combine/winding'
import { boxesTouch, growBox } from '../geometry/box'
import { asSeen } from '../path/bridges'
import { boundsOf, flattenContour, nodeCount } from '../path/contour'
import type { Contour, Piece, Sheet } from '../path/model'
import { nestingOf } from '../path/nesting'
import type { Finding } from './finding'
import { middleOf, placeKey, toRing } from './rings'

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

/** Card that several pieces shut in together, and the pieces, the lowest first. */
export interface ShutIn {
	readonly contour: Contour
	/** Outlines in it that are cut away. */
	readonly within: readonly Contour[]
	readonly pieces: readonly Piece[]
}

/** Beyond so many nodes pieces are not taken together: it would take minutes. */
const MOST_NODES = 20_000
/** Nearer than this an outline runs along another, px. */
const ALONG_PX = 0.02

/** What falls where pieces that touch or lie on each other are cut out of a card, and no one of them shuts it in. */
export function shutInBy(pieces: readonly Piece[]): ShutIn[] {
	const shown = pieces.filter(({ hidden, fill }) => !hidden && fill.kind !== 'none').map(asSeen)
	if (shown.length < 2 || nodeCount(shown.flatMap(({ contours }) => contours)) > MOST_NODES)
		return []
	const all = combineAreas('merge', shown.map(filledArea))
	const nested = nestingOf({ contours: all, fillRule: 'nonzero' })
	const single = fallingOf(pieces)
	return nested.flatMap(({ role, contour }): ShutIn[] => {
		if (role !== 'opening') return []
		const within = nested.filter(({ round }) => round === contour).map((one) => one.contour)
		const inside = inmost([contour, ...within])
		if (!inside || single.some(({ opening }) => contains([opening], inside))) return []
		return [{ contour, within, pieces: shown.filter((piece) => runsAlong(piece, contour)) }]
	})
}

/** Whether some of an outline is one of a piece's. */
function runsAlong({ contours }: Piece, outline: Contour): boolean {
	const box = growBox(boundsOf(outline), ALONG_PX)
	const points = flattenContour(outline)
	return contours
		.filter((contour) => boxesTouch(boundsOf(contour), box))
		.map((contour) => flattenContour(contour))
		.some((ring) => points.some((p) => toRing(p, ring) < ALONG_PX))
}

export function shutInFindings(shown: readonly Piece[]): Finding[] {
	return shutInBy(shown).map(({ contour, pieces }) => ({
		kind: 'shut-in',
		key: `shut-in ${pieces.map(({ id }) => id).join(' ')} ${placeKey(middleOf(contour))}`,
		...(pieces[0] && { piece: pieces[0].id }),
		among: pieces.map(({ id }) => id),
		at: middleOf(contour),
	}))
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
	const wish = { count: other ? 2 : 1, width: bridgeWidth(found.opening, size) }
	return tied(sheet, new Map([[contour, wish]]))
}

/** How wide a bridge is at first to what lies in an opening, px. @param thin narrower than this, px, it breaks */
export function bridgeWidth(opening: Contour, thin: number): number {
	const { minX, minY, maxX, maxY } = boundsOf(opening)
	const share = BRIDGE.share * Math.min(maxX - minX, maxY - minY)
	return Math.max(BRIDGE.least, share, BRIDGE.sure * thin)
}
