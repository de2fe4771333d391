import { type Box, growBox, type PlacedPhoto } from '@/core'
import type { PictureFrom } from './handOver'

/** So much round a box is looked at, as a share of it, and at least, photo px. */
const ROUND = 0.2
const LEAST_ROUND_PX = 16

/** A part of a photo, for a worker. */
export interface PhotoPart {
	/** Where its upper left corner is, photo px. */
	readonly left: number
	readonly top: number
	readonly part: PictureFrom
}

/**
 * The part of a photo round a box.
 * @param level the photo's pixels, all of them
 * @param box photo px; `null` for all of the photo
 */
export function partRound(
	{ blob, width, height }: Pick<PlacedPhoto, 'blob' | 'width' | 'height'>,
	level: ImageBitmap,
	box: Box | null,
): PhotoPart {
	const whole: Box = { minX: 0, minY: 0, maxX: width, maxY: height }
	const size = box ? Math.max(box.maxX - box.minX, box.maxY - box.minY) : 0
	const about = box ? growBox(box, Math.max(LEAST_ROUND_PX, ROUND * size)) : whole
	const left = Math.min(width - 1, Math.max(0, Math.floor(about.minX)))
	const top = Math.min(height - 1, Math.max(0, Math.floor(about.minY)))
	const right = Math.max(left + 1, Math.min(width, Math.ceil(about.maxX)))
	const bottom = Math.max(top + 1, Math.min(height, Math.ceil(about.maxY)))
	return {
		left,
		top,
		part: {
			key: [blob, left, top, right, bottom].join(' '),
			pixels: () => createImageBitmap(level, left, top, right - left, bottom - top),
		},
	}
}
