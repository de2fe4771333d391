import type { Box, PlacedPhoto, Sheet } from '@/core'
import type { Developed } from '@/editor/session/darkroomState'
import type { Surround } from '@/editor/session/definitions'
import { holds, photoScale, type Seen, seenPart } from '@/editor/session/seen'
import { CRISP_SCALE, type Size, type View, viewMatrix, visibleBox } from '@/editor/session/view'
import type { Pyramid } from '@/jobs/pictures'
import { INKS } from './colours'

/** How photos are shown. */
export interface PhotoLook {
	readonly view: View
	readonly size: Size
	readonly ratio: number
	/** The only part of the sheet that is looked at, where that is not the whole window. */
	readonly within?: Box | undefined
	readonly pyramids: ReadonlyMap<string, Pyramid | null>
	readonly developed: ReadonlyMap<string, Developed>
	readonly hidden: boolean
	readonly scheme: 'light' | 'dark'
	readonly surround: Surround
}

/** Draws the bench, the sheet's ground and its photos, each from the pyramid level that fits the zoom. */
export function paintPhotos(ctx: CanvasRenderingContext2D, sheet: Sheet, look: PhotoLook): void {
	const { view, size, ratio } = look
	ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
	ctx.fillStyle = look.surround === 'bench' ? INKS.bench[look.scheme] : INKS.surround[look.surround]
	ctx.fillRect(0, 0, size.width, size.height)
	ctx.setTransform(...viewMatrix(view, ratio))
	ctx.fillStyle = INKS.sheet
	ctx.fillRect(0, 0, sheet.width, sheet.height)
	if (look.hidden) return
	for (const photo of sheet.photos) {
		const pyramid = look.pyramids.get(photo.blob)
		if (pyramid && !photo.hidden) paintPhoto(ctx, photo, pyramid, look)
	}
}

function paintPhoto(
	ctx: CanvasRenderingContext2D,
	photo: PlacedPhoto,
	pyramid: Pyramid,
	{ view, size, within, developed }: PhotoLook,
): void {
	const seen = seenPart(photo, pyramid, view, within ?? visibleBox(view, size))
	if (!seen) return
	ctx.save()
	ctx.transform(...photo.place)
	ctx.globalAlpha = photo.strength
	ctx.imageSmoothingEnabled = photoScale(photo, view) < CRISP_SCALE
	// A level is drawn at half its size or more: a finer filter would cost more than it shows.
	ctx.imageSmoothingQuality = 'low'
	const other = developed.get(photo.id)
	if (other) paintDeveloped(ctx, other, pyramid, seen)
	else paintPart(ctx, seen, seen.level, pyramid, seen)
	ctx.restore()
}

/** The finest part that is needed and there is, and the small copy all round it, none of it twice. */
function paintDeveloped(
	ctx: CanvasRenderingContext2D,
	{ whole, part: wide, near }: Developed,
	pyramid: Pyramid,
	seen: Seen,
): void {
	const part = near && (!wide || seen.number < wide.number) && holds(near, seen) ? near : wide
	const { width, height } = pyramid
	ctx.save()
	if (part) {
		const on = onPhoto(part, pyramid)
		const round = new Path2D()
		round.rect(0, 0, width, height)
		round.rect(on.x, on.y, on.width, on.height)
		ctx.clip(round, 'evenodd')
	}
	ctx.drawImage(whole, 0, 0, width, height)
	ctx.restore()
	if (part) paintPart(ctx, part, part.bitmap, pyramid, { x: 0, y: 0 })
}

/** Draws a part from a bitmap in which it begins at `at`. */
function paintPart(
	ctx: CanvasRenderingContext2D,
	part: Seen,
	bitmap: ImageBitmap,
	pyramid: Pyramid,
	at: { readonly x: number; readonly y: number },
): void {
	const { x, y, width, height } = onPhoto(part, pyramid)
	ctx.drawImage(bitmap, at.x, at.y, part.width, part.height, x, y, width, height)
}

/** Where a part lies, px of the photo. */
function onPhoto({ level, x, y, width, height }: Seen, pyramid: Pyramid) {
	const kx = pyramid.width / level.width
	const ky = pyramid.height / level.height
	return { x: x * kx, y: y * ky, width: width * kx, height: height * ky }
}
