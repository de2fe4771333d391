import { emptySheet, newPiece, type Sheet } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { addPieces } from '../../path/pieces'

/** A plain key of curves and corners with two openings, 400 × 160 px of 0.25 mm. */
export function keySheet(): Sheet {
	const key = newPiece(
		'Key',
		parsePathData(
			'M20 80C20 40 50 20 85 20S145 45 150 68H340L352 80L340 92H330V120H312V98H296V128H278V92H150C145 115 120 140 85 140S20 120 20 80Z M50 80C50 60 62 50 80 50S110 60 110 80S98 110 80 110S50 100 50 80Z M122 66L134 80L122 94C118 86 118 74 122 66Z',
		),
	)
	return { ...addPieces(emptySheet('Key', 400, 160), [key]), mmPerPx: 0.25 }
}
