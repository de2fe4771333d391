import {
	type Affine,
	type Contour,
	composeAffine,
	invertAffine,
	type PlacedPhoto,
	type Sheet,
} from '@/core'
import type { PictureFrom } from '@/jobs/handOver'
import { darkroomSlice } from './darkroomState'
import { photoUnder } from './photoEdges'
import type { Slices } from './slices'

/** Colours are taken from copies of so many pixels at most. */
const MOST_PX = 2e6

/** A photo for a worker, and where its pixels are on the sheet. */
export interface PhotoPicture {
	readonly picture: PictureFrom
	/** From the sheet's px to the picture's, and back. */
	readonly from: Affine
	readonly to: Affine
	/** Px of the picture for one of the sheet. */
	readonly scale: number
}

/** The photo under outlines, small enough to be looked at whole; `null` where none shows, or it is still being opened. */
export function pictureUnder(
	sheet: Sheet,
	slices: Slices,
	contours: readonly Contour[],
): PhotoPicture | null {
	const photo = photoUnder(sheet, contours)
	return photo ? pictureOf(photo, slices) : null
}

/** @param most of its pixels; the photo's own where there is no bound */
export function pictureOf(photo: PlacedPhoto, slices: Slices, most = MOST_PX): PhotoPicture | null {
	const { pyramids } = slices.of(darkroomSlice).getState()
	const levels = pyramids.get(photo.blob)?.levels
	const level = levels?.find(({ width, height }) => width * height <= most) ?? levels?.at(-1)
	const back = invertAffine(photo.place)
	if (!level || !back) return null
	const [across, down] = [level.width / photo.width, level.height / photo.height]
	const from = composeAffine([across, 0, 0, down, 0, 0], back)
	return {
		picture: {
			key: `${photo.blob} ${level.width}`,
			pixels: () => createImageBitmap(level),
		},
		from,
		to: composeAffine(photo.place, [1 / across, 0, 0, 1 / down, 0, 0]),
		scale: Math.sqrt(Math.abs(from[0] * from[3] - from[1] * from[2])),
	}
}
