import {
	type Affine,
	addPieces,
	applyAffine,
	type Box,
	boxCorners,
	boxOf,
	drawnPiece,
	liftedMark,
	type Sheet,
	transformContour,
} from '@/core'
import { liftBeside } from '@/jobs/lifting'
import { partRound } from '@/jobs/partRound'
import { openPicture } from '@/jobs/pictures'
import { withSheet } from '@/store/editLock'
import { type Library, PhotoMissing } from '@/store/library'

/** How outlines are to lie, sheet px: as the Lift tool has it at first. */
const WANTED = { tolerance: 0.8, allowance: 0, smallest: 60, finest: 0 }

/** The same in px of a photo that lies on the sheet in some way. */
function wantedOn([a, b, c, d]: Affine): typeof WANTED {
	const scale = 1 / Math.sqrt(Math.abs(a * d - b * c))
	const { tolerance, allowance, smallest, finest } = WANTED
	return {
		tolerance: scale * tolerance,
		allowance: scale * allowance,
		smallest: scale ** 2 * smallest,
		finest: scale * finest,
	}
}

/** The box as the sheet has it. */
function roundOf(box: Box, place: Affine): LiftedRound {
	const ring = boxCorners(box).map((p) => applyAffine(place, p))
	return place[1] === 0 && place[2] === 0 ? { box: boxOf(ring) } : { lasso: ring }
}
type LiftedRound = Parameters<typeof liftedMark>[1]['round']

/** What is used of the library. */
type Sheets = Pick<Library, 'load' | 'save' | 'photo'>

/**
 * Lifts the object in a box of a stored sheet's lowest photo, and stores it with its outlines as a piece.
 * @param box px of the photo
 * @returns whether it was; where nothing could be lifted why, in words
 * @throws {SheetBusy} {PhotoMissing} {PictureRefused} {JobFailed} and storage errors
 */
export function liftInBox(library: Sheets, id: string, box: Box): Promise<string | boolean> {
	return withSheet(id, async () => {
		const { sheet, desk } = await library.load(id)
		const [photo] = sheet.photos
		if (!photo) return 'It has no photo.'
		// Somebody traced it meanwhile.
		if (sheet.pieces.length > 0) return false
		const stored = await library.photo(photo.blob)
		if (!stored) throw new PhotoMissing()
		const { levels } = await openPicture(stored.blob)
		try {
			const [level] = levels
			if (!level) throw new PhotoMissing()
			const { left, top, part } = partRound(photo, level, box)
			const near: Box = {
				minX: box.minX - left,
				minY: box.minY - top,
				maxX: box.maxX - left,
				maxY: box.maxY - top,
			}
			const answer = await liftBeside(part, { box: near }, wantedOn(photo.place))
			if (!answer.ok) return answer.problem
			const contours = answer.contours.map((contour) =>
				transformContour(transformContour(contour, [1, 0, 0, 1, left, top]), photo.place),
			)
			const piece = drawnPiece(sheet, 'Piece 1', contours)
			const lifted: Sheet = addPieces(sheet, [
				liftedMark(piece, { round: roundOf(box, photo.place), dabs: [] }),
			])
			await library.save(lifted, desk)
			return true
		} finally {
			for (const each of levels) each.close()
		}
	})
}
