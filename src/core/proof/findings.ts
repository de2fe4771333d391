import type { Sheet } from '../path/model'
import { betweenOutlines } from './betweenOutlines'
import { betweenPieces } from './betweenPieces'
import type { Finding, Limits } from './finding'
import { ofOutline } from './ofOutline'
import { ofPiece } from './ofPiece'
import { ofSheet } from './ofSheet'

/**
 * What could spoil the artwork when it is looked at by itself, printed or cut: of each outline, of each
 * piece, between pieces, and of the sheet. Pieces that are hidden are only said to be.
 */
export function findings(sheet: Sheet, limits: Limits): Finding[] {
	const shown = sheet.pieces.filter(({ hidden }) => !hidden)
	const found: Finding[] = []
	for (const piece of shown) {
		for (const contour of piece.contours) found.push(...ofOutline(piece, contour, limits))
		found.push(...ofPiece(piece, limits))
	}
	return [
		...found,
		...betweenOutlines(shown, limits),
		...betweenPieces(shown, limits),
		...ofSheet(sheet, limits),
	]
}
