import { boxOf, joinBoxes } from '../geometry/box'
import { boundsOf } from '../path/contour'
import type { Sheet } from '../path/model'
import { median } from './features'
import { lettersOn, type Standing } from './standing'
import { STROKES, type StrokeKind, widthsOf } from './strokes'

/** What is measured of one letter, px; nothing where it has none of it. */
export interface LetterMeasures {
	readonly strokes: Readonly<Partial<Record<StrokeKind, number>>>
	/** How far its round and pointed ends go beyond their lines. */
	readonly overshoot?: number
	readonly width: number
	readonly height: number
}

/** What is measured of a letter that stands on the sheet's lines; `null` where a piece does not. */
export function letterMeasures(sheet: Sheet, piece: string): LetterMeasures | null {
	const [letter] = lettersOn(
		sheet,
		sheet.pieces.filter(({ id }) => id === piece),
	)
	return letter ? measuresOf(letter) : null
}

function measuresOf({ piece, reaches, strokes }: Standing): LetterMeasures {
	const { minX, minY, maxX, maxY } = piece.contours.map(boundsOf).reduce(joinBoxes, boxOf([]))
	const beyond = reaches.flatMap(({ form, beyond }) => (form === 'flat' ? [] : [beyond]))
	return {
		strokes: Object.fromEntries(
			STROKES.flatMap((kind) => {
				const widths = widthsOf(strokes, kind)
				return widths.length > 0 ? [[kind, median(widths)]] : []
			}),
		),
		...(beyond.length > 0 && { overshoot: median(beyond) }),
		width: maxX - minX,
		height: maxY - minY,
	}
}
