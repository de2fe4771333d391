import { isGradient, standIn } from './gradients'
import { type Contour, newPiece, type Paint, type Piece, type Sheet } from './model'

/** How pieces are painted that are newly drawn: as the last one was, or as the photo is under them. */
export type DrawnPaint = 'ink' | 'last' | 'photo'

/** How a piece is painted, apart from what lies where. */
export type Look = Pick<Piece, 'fill' | 'stroke' | 'strokeBelow' | 'opacity'>

/** A piece just drawn, in ink, or as the sheet says that new ones are painted. */
export function drawnPiece(sheet: Sheet, name: string, contours: readonly Contour[]): Piece {
	const piece = newPiece(name, contours)
	return sheet.drawnIn === 'last' && sheet.lastLook ? { ...piece, ...sheet.lastLook } : piece
}

/** From now on new pieces are painted so. */
export function setDrawnIn({ drawnIn: _, ...sheet }: Sheet, paint: DrawnPaint): Sheet {
	return paint === 'ink' ? sheet : { ...sheet, drawnIn: paint }
}

/** The sheet knowing how a piece of it was painted last. */
export function withLastLook(sheet: Sheet, piece: Piece): Sheet {
	const { fill, stroke, strokeBelow, opacity } = piece
	return {
		...sheet,
		lastLook: {
			fill: placeless(fill),
			stroke: { ...stroke, paint: placeless(stroke.paint) },
			...(strokeBelow && { strokeBelow }),
			opacity,
		},
	}
}

/** A gradient belongs to one place of the sheet: elsewhere its middle colour stands for it. */
function placeless(paint: Paint): Paint {
	const flat = isGradient(paint) ? standIn(paint) : null
	return flat
		? { kind: 'solid', colour: flat.colour, ...(flat.alpha < 1 && { alpha: flat.alpha }) }
		: paint
}
