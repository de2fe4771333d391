import { applyAffine, boxOf, invertAffine, type PlacedPhoto, type Sheet } from '@/core'
import type { Pyramid } from '@/store/photoPixels'
import { INKS } from './colours'
import { CRISP_SCALE, type Size, type View, viewMatrix, visibleBox } from './view'

/** Draws the bench, the sheet's ground and its photos, each from the pyramid level that fits the zoom. */
export function paintPhotos(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	o: {
		view: View
		size: Size
		ratio: number
		pyramids: ReadonlyMap<string, Pyramid | null>
		hidden: boolean
		scheme: 'light' | 'dark'
	},
): void {
	const { view, size, ratio } = o
	ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
	ctx.fillStyle = INKS.bench[o.scheme]
	ctx.fillRect(0, 0, size.width, size.height)
	ctx.setTransform(...viewMatrix(view, ratio))
	ctx.fillStyle = INKS.sheet
	ctx.fillRect(0, 0, sheet.width, sheet.height)
	if (o.hidden) return
	for (const photo of sheet.photos) {
		const pyramid = o.pyramids.get(photo.blob)
		if (pyramid && !photo.hidden) paintPhoto(ctx, photo, pyramid, view, size)
	}
	ctx.globalAlpha = 1
}

function paintPhoto(
	ctx: CanvasRenderingContext2D,
	photo: PlacedPhoto,
	pyramid: Pyramid,
	view: View,
	size: Size,
): void {
	const back = invertAffine(photo.place)
	if (!back) return
	const { minX, minY, maxX, maxY } = visibleBox(view, size)
	const corners = [
		[minX, minY],
		[maxX, minY],
		[maxX, maxY],
		[minX, maxY],
	] as const
	const seen = boxOf(corners.map((corner) => applyAffine(back, corner)))
	const [a, b] = photo.place
	const scale = view.scale * Math.hypot(a, b)
	const number = Math.max(0, Math.min(pyramid.levels.length - 1, Math.floor(Math.log2(1 / scale))))
	const level = pyramid.levels[number]
	if (!level) return
	const kx = level.width / pyramid.width
	const ky = level.height / pyramid.height
	// Only what is seen is drawn, out to whole pixels, with one to spare for smoothing.
	const left = Math.max(0, Math.floor(seen.minX * kx) - 1)
	const top = Math.max(0, Math.floor(seen.minY * ky) - 1)
	const right = Math.min(level.width, Math.ceil(seen.maxX * kx) + 1)
	const bottom = Math.min(level.height, Math.ceil(seen.maxY * ky) + 1)
	if (left >= right || top >= bottom) return
	ctx.save()
	ctx.transform(...photo.place)
	ctx.globalAlpha = photo.strength
	ctx.imageSmoothingEnabled = scale < CRISP_SCALE
	ctx.imageSmoothingQuality = 'medium'
	ctx.drawImage(
		level,
		left,
		top,
		right - left,
		bottom - top,
		left / kx,
		top / ky,
		(right - left) / kx,
		(bottom - top) / ky,
	)
	ctx.restore()
}
