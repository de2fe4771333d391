import { MM_PER_INCH } from '../geometry/lengths'
import { piecesBox } from '../path/arrangePieces'
import type { Piece, Sheet } from '../path/model'
import type { Finding, FindingKind, Limits } from './finding'

/** Pieces that do not go out, or go out though they are locked; photos too coarse for the size they have. */
export function ofSheet(sheet: Sheet, { photoPpi }: Limits): Finding[] {
	return [
		...sheet.pieces.filter(({ hidden }) => hidden).map((piece) => ofState(piece, 'hidden')),
		...sheet.pieces
			.filter(({ hidden, locked }) => locked && !hidden)
			.map((piece) => ofState(piece, 'locked')),
		...coarsePhotos(sheet, photoPpi),
	]
}

function ofState(piece: Piece, kind: FindingKind): Finding {
	const { minX, minY, maxX, maxY } = piecesBox([piece])
	return {
		kind,
		key: `${kind} ${piece.id}`,
		piece: piece.id,
		at: [(minX + maxX) / 2, (minY + maxY) / 2],
	}
}

function coarsePhotos({ photos, mmPerPx }: Sheet, least: number): Finding[] {
	if (mmPerPx === undefined || least <= 0) return []
	return photos.flatMap(({ id, hidden, place: [a, b, c, d, x, y], width, height }) => {
		// Sheet px for one px of the photo.
		const scale = Math.sqrt(Math.abs(a * d - b * c))
		const ppi = MM_PER_INCH / (mmPerPx * scale)
		if (hidden || ppi >= least) return []
		const at = [x + (a * width + c * height) / 2, y + (b * width + d * height) / 2] as const
		return [{ kind: 'coarse-photo', key: `coarse-photo ${id}`, at, size: ppi } satisfies Finding]
	})
}
