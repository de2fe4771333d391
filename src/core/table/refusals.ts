import { offset } from '../combine/offset'
import { isSelfCrossing } from '../combine/selfCrossing'
import { piecesBox } from '../path/arrangePieces'
import { isFilled } from '../path/contour'
import type { Piece } from '../path/model'
import { nestingOf } from '../path/nesting'
import type { Bed } from './bed'
import type { Part } from './parts'

/** Why something cannot be cut as it is. */
export interface Refusal {
	readonly why: 'nothing' | 'off-bed' | 'open' | 'island' | 'crossing' | 'narrow'
	/** The piece it is about, by its name. */
	readonly piece?: string
}

/** What a person is told, in words that say what to do. */
export function saysRefusal({ why, piece = '' }: Refusal): string {
	return WORDS[why].replace('%', `“${piece}”`)
}

const WORDS: Readonly<Record<Refusal['why'], string>> = {
	nothing: 'There is nothing to cut.',
	'off-bed': '% does not lie on the bed. Make it smaller, turn it, or cut fewer copies.',
	open: '% has an open outline: it would be cut as a slit. Close it, or say that it is to be cut, or scored.',
	island: '% has an island that would fall out. Tie it with a bridge first.',
	crossing: '% crosses itself. Part it at the crossing first.',
	narrow: '% has an opening narrower than the beam: nothing would be left of it.',
}

/**
 * What cannot be cut, and why; none where all can.
 * @param pieces in mm on the bed, y down
 */
export function refusals(pieces: readonly Piece[], bed: Bed): Refusal[] {
	if (pieces.length === 0) return [{ why: 'nothing' }]
	return pieces.flatMap((piece) => reasons(piece, bed).map((why) => ({ why, piece: piece.name })))
}

/**
 * What cannot be cut of parts, wherever they are laid.
 * @param parts in mm
 */
export function partRefusals(parts: readonly Part[], bed: Bed): Refusal[] {
	if (parts.length === 0) return [{ why: 'nothing' }]
	return parts.flatMap(({ piece }) => flaws(piece, bed).map((why) => ({ why, piece: piece.name })))
}

function reasons(piece: Piece, bed: Bed): Refusal['why'][] {
	const { minX, minY, maxX, maxY } = piecesBox([piece])
	const reach = bed.kerf / 2
	const off = minX < reach || minY < reach || maxX > bed.width - reach || maxY > bed.height - reach
	return [...(off ? (['off-bed'] as const) : []), ...flaws(piece, bed)]
}

/** What is wrong with a piece wherever it lies. */
function flaws(piece: Piece, { kerf }: Bed): Refusal['why'][] {
	const open = piece.contours.some((contour) => !isFilled(contour) && contour.nodes.length > 1)
	const crossing = piece.contours.some((contour) => contour.closed && isSelfCrossing(contour))
	const island = nestingOf(piece).some(({ role }) => role === 'island')
	return [
		...(open ? (['open'] as const) : []),
		...(crossing ? (['crossing'] as const) : []),
		...(island ? (['island'] as const) : []),
		...(!crossing && hasNarrow(piece, kerf) ? (['narrow'] as const) : []),
	]
}

/** Whether an opening closes up when what is round it is grown by half a kerf. */
function hasNarrow(piece: Piece, kerf: number): boolean {
	const openings = nestingOf(piece).filter(({ role }) => role === 'opening')
	return openings.some(
		({ contour }) =>
			offset([contour].filter(isFilled), -kerf / 2, {
				rule: 'evenodd',
				tolerance: kerf / 20,
				fewest: false,
			}).length === 0,
	)
}
