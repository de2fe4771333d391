import { combineAreas } from '../combine/combine'
import { filledArea } from '../combine/divide'
import { boxesTouch } from '../geometry/box'
import { isFilled } from '../path/contour'
import type { Piece, Sheet } from '../path/model'
import { areWorkable } from '../path/reach'
import { paintedBox } from './paintedBox'

/**
 * The sheet with pieces of the same flat colour made one, as far as it looks the same: a piece goes into
 * one of its colour below it where nothing between them lies under it. What has a stroke, a gradient or a
 * pattern, or is seen through, stays as it is; what is hidden is left out.
 */
export function mergedByColour(sheet: Sheet): Sheet {
	/** Pieces that become one, each lot in the lowest one's place. */
	const lots: Piece[][] = []
	for (const piece of sheet.pieces.filter(({ hidden }) => !hidden)) {
		const lot = lotBelow(piece, lots)
		if (lot) lot.push(piece)
		else lots.push([piece])
	}
	return { ...sheet, pieces: lots.map(together) }
}

/** The lot that a piece can go into; nothing where there is none. */
function lotBelow(piece: Piece, lots: readonly Piece[][]): Piece[] | undefined {
	const colour = flatColour(piece)
	if (colour === null) return undefined
	for (const lot of lots.toReversed()) {
		if (lot.every((other) => flatColour(other) === colour)) return lot
		if (lot.some((other) => liesUnder(other, piece))) return undefined
	}
	return undefined
}

/** The one colour that all of a piece is painted in; `null` where it has another paint or a line. */
function flatColour({ fill, stroke, opacity, contours }: Piece): string | null {
	const plain =
		fill.kind === 'solid' &&
		(fill.alpha ?? 1) === 1 &&
		stroke.paint.kind === 'none' &&
		opacity === 1
	return plain && contours.every(isFilled) && areWorkable(contours) ? fill.colour : null
}

function liesUnder(lower: Piece, upper: Piece): boolean {
	const [a, b] = [paintedBox([lower]), paintedBox([upper])]
	if (!a || !b || !boxesTouch(a, b)) return false
	if (lower.stroke.paint.kind !== 'none' || !areWorkable(lower.contours)) return true
	return combineAreas('overlap', [filledArea(lower), filledArea(upper)]).length > 0
}

function together(lot: readonly Piece[]): Piece {
	const [lowest, ...others] = lot as [Piece, ...Piece[]]
	if (others.length === 0) return lowest
	const { group, ...rest } = lowest
	return {
		...rest,
		...(group !== undefined && others.every((one) => one.group === group) && { group }),
		name: lot.map(({ name }) => name).join(', '),
		fillRule: 'nonzero',
		contours: combineAreas('merge', lot.map(filledArea)),
	}
}
