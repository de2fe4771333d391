import { applyAffine, type Box, boxCorners, boxOf, invertAffine, type PlacedPhoto } from '@/core'
import type { Part, Pyramid } from '@/jobs/pictures'
import type { View } from './view'

/** Screen px for one px of the photo. */
export function photoScale({ place: [a, b, c, d] }: PlacedPhoto, view: View): number {
	return view.scale * Math.sqrt(Math.abs(a * d - b * c))
}

/** The part of a photo that is to be drawn, of the pyramid level that fits the zoom. */
export interface Seen extends Part {
	/** Its number in the pyramid, 0 the photo itself. */
	readonly number: number
}

/**
 * What a box of the sheet shows of a photo at a zoom, out to whole pixels with one to spare for
 * smoothing.
 * @returns `null` where the photo lies outside the box
 */
export function seenPart(photo: PlacedPhoto, pyramid: Pyramid, view: View, box: Box): Seen | null {
	const seen = boxOnPhoto(photo, box)
	return seen && partIn(pyramid, seen, Math.log2(1 / photoScale(photo, view)))
}

/**
 * A box of a photo (its own px) as a part of a pyramid level.
 * @param halvings how often the photo may be halved and still be fine enough
 */
export function partIn(pyramid: Pyramid, box: Box, halvings: number): Seen | null {
	const number = Math.max(0, Math.min(pyramid.levels.length - 1, Math.floor(halvings)))
	const level = pyramid.levels[number]
	if (!level) return null
	const kx = level.width / pyramid.width
	const ky = level.height / pyramid.height
	const x = Math.max(0, Math.floor(box.minX * kx) - 1)
	const y = Math.max(0, Math.floor(box.minY * ky) - 1)
	const width = Math.min(level.width, Math.ceil(box.maxX * kx) + 1) - x
	const height = Math.min(level.height, Math.ceil(box.maxY * ky) + 1) - y
	return width > 0 && height > 0 ? { number, level, x, y, width, height } : null
}

/** The box, in px of the photo, that holds a box of the sheet. */
export function boxOnPhoto({ place }: PlacedPhoto, box: Box): Box | null {
	const back = invertAffine(place)
	if (!back) return null
	return boxOf(boxCorners(box).map((corner) => applyAffine(back, corner)))
}

/** Whether all of a part is in another of the same level. */
export function holds(outer: Seen, inner: Seen): boolean {
	return (
		outer.number === inner.number &&
		outer.x <= inner.x &&
		outer.y <= inner.y &&
		outer.x + outer.width >= inner.x + inner.width &&
		outer.y + outer.height >= inner.y + inner.height
	)
}

/** A box with a share of its size more on every side. */
export function widened({ minX, minY, maxX, maxY }: Box, share: number): Box {
	const [dx, dy] = [(maxX - minX) * share, (maxY - minY) * share]
	return { minX: minX - dx, minY: minY - dy, maxX: maxX + dx, maxY: maxY + dy }
}
