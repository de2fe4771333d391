import { fillEach, INK, type Piece, type Sheet } from '@/core'
import type { ServiceContext } from '@/editor/session/definitions'
import { takeUnder } from './takeUnder'

/**
 * Fills what is newly drawn with the photo's colour under it, once it is closed, where the sheet
 * asks for it. What comes in painted, or comes back with undo, stays as it is.
 * @returns what ends it
 */
export function colourDrawn({
	open,
	atRest,
	slices,
}: Pick<ServiceContext, 'open' | 'atRest' | 'slices'>): () => void {
	const known = new Set(open.sheet().pieces.map(({ id }) => id))
	const waiting = new Set<string>()
	const look = async (sheet: Sheet) => {
		for (const { id, fill } of sheet.pieces) {
			if (known.has(id)) continue
			known.add(id)
			if (sheet.drawnIn === 'photo' && fill.kind === 'solid' && fill.colour === INK) waiting.add(id)
		}
		const ready = sheet.pieces.filter((piece) => waiting.has(piece.id) && isClosed(piece))
		if (ready.length === 0) return
		for (const { id } of ready) waiting.delete(id)
		// Without its colour a piece is in ink, as without a photo under it.
		const fills = await takeUnder(sheet, ready, slices, false).catch(() => null)
		if (fills && fills.size > 0) open.apply('The photo’s colour', (s) => fillEach(s, fills))
	}
	return atRest.subscribe(({ sheet }) => void look(sheet))
}

function isClosed({ contours }: Piece): boolean {
	return contours.every((contour) => contour.closed)
}
