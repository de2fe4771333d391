import type { Affine } from '../geometry/affine'
import { countOne } from '../geometry/counts'
import { withLastLook } from './drawnPiece'
import { mapPieces } from './edit'
import { transformPaint } from './gradients'
import type { Paint, Piece, Sheet, Stroke } from './model'

/** What is to be different about how pieces are painted. */
export interface PaintChange {
	readonly fill?: Paint
	readonly stroke?: Partial<Stroke>
	/** 0 to 1 */
	readonly opacity?: number
	/** Gradients and patterns do not go along when pieces are moved. */
	readonly paintStays?: boolean
}

/** Pieces painted another way; what is not named stays. */
export function paintPieces(
	sheet: Sheet,
	ids: ReadonlySet<string>,
	{ stroke, ...change }: PaintChange,
): Sheet {
	return painted(sheet, (piece) =>
		ids.has(piece.id)
			? { ...piece, ...change, ...(stroke && { stroke: { ...piece.stroke, ...stroke } }) }
			: piece,
	)
}

/** Pieces painted anew; the sheet knows how the topmost of them was. */
function painted(sheet: Sheet, change: (piece: Piece) => Piece): Sheet {
	const next = mapPieces(sheet, change)
	const last = next.pieces.findLast((piece, i) => piece !== sheet.pieces[i])
	return last ? withLastLook(next, last) : next
}

/** Which of a piece's paints. */
export type PaintOf = 'fill' | 'stroke'

export const paintOf = (piece: Piece, of: PaintOf): Paint =>
	of === 'fill' ? piece.fill : piece.stroke.paint

/** Each piece's fill, or its stroke's paint, made anew from what it is. */
export function paintEach(
	sheet: Sheet,
	ids: ReadonlySet<string>,
	of: PaintOf,
	make: (paint: Paint, piece: Piece) => Paint,
): Sheet {
	return painted(sheet, (piece) => {
		if (!ids.has(piece.id)) return piece
		const before = paintOf(piece, of)
		const paint = make(before, piece)
		if (paint === before) return piece
		return of === 'fill'
			? { ...piece, fill: paint }
			: { ...piece, stroke: { ...piece.stroke, paint } }
	})
}

/** Each piece with a fill of its own. */
export function fillEach(sheet: Sheet, fills: ReadonlyMap<string, Paint>): Sheet {
	return painted(sheet, (piece) => {
		const fill = fills.get(piece.id)
		return fill ? { ...piece, fill } : piece
	})
}

/** The fill becomes the stroke's paint and the other way round. */
export function swapPaints(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	return painted(sheet, (piece) =>
		ids.has(piece.id)
			? { ...piece, fill: piece.stroke.paint, stroke: { ...piece.stroke, paint: piece.fill } }
			: piece,
	)
}

/** The sheet on another ground; on none where it is to be seen through. */
export function setBackground({ background: _, ...sheet }: Sheet, paint: Paint): Sheet {
	return paint.kind === 'none' ? sheet : { ...sheet, background: paint }
}

/** The sheet's ground moved with all that is on it. */
export function movedBackground({ background }: Sheet, map: Affine): Pick<Sheet, 'background'> {
	return background ? { background: transformPaint(background, map) } : {}
}

/** The colours that pieces are painted with, `#rrggbb`, those that most pieces have first. */
export function coloursUsed(pieces: readonly Piece[]): string[] {
	const uses = new Map<string, number>()
	for (const { fill, stroke } of pieces)
		for (const paint of [fill, stroke.paint])
			for (const colour of coloursIn(paint)) countOne(uses, colour)
	return [...uses].sort((a, b) => b[1] - a[1]).map(([colour]) => colour)
}

/** The colours in a paint, `#rrggbb`. */
export function coloursIn(paint: Paint): string[] {
	if (paint.kind === 'none') return []
	if (paint.kind === 'solid') return [paint.colour]
	if (paint.kind === 'pattern') return [paint.colour, ...(paint.ground ? [paint.ground] : [])]
	return paint.stops.map(({ colour }) => colour)
}

/** Whether a piece is meant as lines: it has a stroke and no fill, and its open outlines are none by mistake. */
export function isOfLines({ fill, stroke }: Pick<Piece, 'fill' | 'stroke'>): boolean {
	return fill.kind === 'none' && stroke.paint.kind !== 'none' && stroke.width > 0
}
