import { type Box, growBox, joinBoxes } from '../geometry/box'
import { boundsOf } from '../path/contour'
import type { Piece } from '../path/model'

/** The box round what is painted, with the strokes' widths; nothing round nothing. */
export function paintedBox(pieces: readonly Pick<Piece, 'contours' | 'stroke'>[]): Box | null {
	const boxes = pieces.flatMap(({ contours, stroke }) =>
		contours.map((contour) =>
			growBox(boundsOf(contour), stroke.paint.kind === 'none' ? 0 : stroke.width / 2),
		),
	)
	return boxes.length > 0 ? boxes.reduce(joinBoxes) : null
}
