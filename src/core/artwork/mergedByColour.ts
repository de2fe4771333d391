import { combineAreas } from '../combine/combine'
import type { Area } from '../combine/divide'
import { type Box, boxesTouch, growBox, joinBoxes } from '../geometry/box'
import { boundsOf, isFilled } from '../path/contour'
import type { Piece, Sheet } from '../path/model'
import { areWorkable } from '../path/reach'

/**
 * The sheet with pieces of the same flat colour made one, as far as it looks the same: a piece goes into
 * one of its colour below it where nothing between them lies under it. What has a stroke, a gradient or a
 * pattern, or is seen through, stays as it is; what is hidden is left out.
 */
export function mergedByColour(sheet: Sheet): Sheet {
	const merged: Piece[] = []
	for (const piece of sheet.pieces.filter(({ hidden }) => !hidden)) {
		const at = placeBelow(piece, merged)
		const below = merged[at]
		if (below) merged[at] = together(below, piece)
		else merged.push(piece)
	}
	return { ...sheet, pieces: merged }
}

/** The place of the piece that another can go into; −1 where there is none. */
function placeBelow(piece: Piece, below: readonly Piece[]): number {
	const colour = flatColour(piece)
	if (colour === null) return -1
	for (let k = below.length - 1; k >= 0; k--) {
		const other = below[k] as Piece
		if (flatColour(other) === colour) return k
		if (liesUnder(other, piece)) return -1
	}
	return -1
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
	const [a, b] = [paintedBox(lower), paintedBox(upper)]
	if (!a || !b || !boxesTouch(a, b)) return false
	if (lower.stroke.paint.kind !== 'none' || !areWorkable(lower.contours)) return true
	return combineAreas('overlap', [areaOf(lower), areaOf(upper)]).length > 0
}

function together(below: Piece, piece: Piece): Piece {
	const { group, ...rest } = below
	return {
		...rest,
		...(group !== undefined && group === piece.group && { group }),
		name: `${below.name}, ${piece.name}`,
		fillRule: 'nonzero',
		contours: combineAreas('merge', [areaOf(below), areaOf(piece)]),
	}
}

const areaOf = ({ contours, fillRule }: Piece): Area => ({ contours, rule: fillRule })

function paintedBox({ contours, stroke }: Piece): Box | null {
	const boxes = contours.map(boundsOf)
	const line = stroke.paint.kind === 'none' ? 0 : stroke.width / 2
	return boxes.length > 0 ? growBox(boxes.reduce(joinBoxes), line) : null
}
