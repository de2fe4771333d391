import type { Piece, Sheet } from '../path/model'
import { openingsOf } from '../path/openings'
import { coloursUsed, isOfLines } from '../path/paint'

/** What an export holds, for figures: only pieces that show count. */
export interface ExportSummary {
	readonly pieces: number
	readonly openings: number
	readonly nodes: number
	/** Those that are meant as lines are none of them. */
	readonly openOutlines: number
	/** How many colours they are painted in. */
	readonly colours: number
}

/** @param openings how many openings a piece has, where that is known already */
export function exportSummary(
	sheet: Pick<Sheet, 'pieces'>,
	openings = (piece: Piece) => openingsOf(piece).length,
): ExportSummary {
	const shown = sheet.pieces.filter((p) => !p.hidden)
	const contours = shown.flatMap((p) => p.contours)
	return {
		pieces: shown.length,
		openings: shown.reduce((sum, p) => sum + openings(p), 0),
		nodes: contours.reduce((sum, c) => sum + c.nodes.length, 0),
		openOutlines: shown
			.filter((piece) => !isOfLines(piece))
			.flatMap((piece) => piece.contours)
			.filter((c) => !c.closed && c.nodes.length > 1).length,
		colours: coloursUsed(shown).length,
	}
}
