import { type Contour, type Pixels, transformContour } from '@/core'
import {
	type Backdrop,
	type CutOutOptions,
	cutOut,
	laidOn,
	maskOf,
	type Shadow,
} from '@/core/pictures'
import { exposed } from './exposed'
import { pixelsOf } from './pixelsOf'

/** What is to come of a photo and the outlines over it. */
export interface CutOutWish {
	/** px of the picture */
	readonly contours: readonly Contour[]
	readonly options: CutOutOptions
	readonly backdrop: PlainBackdrop | PictureBackdrop | null
	readonly shadow: Shadow | null
	readonly as: 'picture' | 'mask'
	/** The part of the picture that goes out, whole px. */
	readonly part: {
		readonly x: number
		readonly y: number
		readonly width: number
		readonly height: number
	}
	/** How wide what goes out is, px; as wide as the part where absent. */
	readonly width?: number
	readonly type: 'image/png' | 'image/webp'
}

type PlainBackdrop = Exclude<Backdrop, { readonly picture: Pixels }>

/** A picture file to lie behind. */
export interface PictureBackdrop {
	readonly file: Blob
}

const kept = new Map<string, ImageData>()

const endpoint = {
	holds: (key: string): boolean => kept.has(key),

	take(key: string, picture: ImageBitmap): void {
		// One photo is cut out at a time: large ones are not kept beside others.
		kept.clear()
		kept.set(key, pixelsOf(picture))
	},

	async cut(key: string, wish: CutOutWish): Promise<Blob> {
		const photo = kept.get(key)
		if (!photo) throw new Error('The photo to cut out is not here.')
		const { x, y, width, height } = wish.part
		const part = partOf(photo, x, y, width, height)
		const contours = wish.contours.map((one) => transformContour(one, [1, 0, 0, 1, -x, -y]))
		const picture = cutOut(part, contours, wish.options)
		const made =
			wish.as === 'mask'
				? maskOf(picture)
				: laidOn(picture, await groundOf(wish.backdrop, width, height), wish.shadow)
		return encoded(made, wish.type, wish.width)
	},
}

/** A backdrop with its picture's pixels, no more of them than are needed to cover the part. */
async function groundOf(
	backdrop: CutOutWish['backdrop'],
	width: number,
	height: number,
): Promise<Backdrop | null> {
	if (!backdrop || !('file' in backdrop)) return backdrop
	const whole = await createImageBitmap(backdrop.file)
	const scale = Math.min(1, Math.max(width / whole.width, height / whole.height))
	const fitted = await createImageBitmap(whole, {
		resizeWidth: Math.max(1, Math.round(whole.width * scale)),
		resizeHeight: Math.max(1, Math.round(whole.height * scale)),
		resizeQuality: 'high',
	})
	whole.close()
	return { picture: pixelsOf(fitted) }
}

/** A part of a picture; beyond its edges there is nothing to see. */
function partOf(photo: Pixels, x: number, y: number, width: number, height: number): Pixels {
	const data = new Uint8ClampedArray(4 * width * height)
	for (let row = 0; row < height; row++) {
		const from = y + row
		if (from < 0 || from >= photo.height) continue
		const first = Math.max(0, -x)
		const last = Math.min(width, photo.width - x)
		if (last <= first) continue
		const begin = 4 * (from * photo.width + x + first)
		data.set(photo.data.subarray(begin, begin + 4 * (last - first)), 4 * (row * width + first))
	}
	return { width, height, data }
}

async function encoded(
	{ width, height, data }: Pixels,
	type: string,
	across = width,
): Promise<Blob> {
	const image = new ImageData(new Uint8ClampedArray(data), width, height)
	const down = Math.max(1, Math.round((height * across) / width))
	const canvas = new OffscreenCanvas(across, down)
	const ctx = canvas.getContext('2d')
	if (!ctx) throw new Error('There is no canvas to write pixels with.')
	if (across === width) ctx.putImageData(image, 0, 0)
	else
		ctx.drawImage(
			await createImageBitmap(image, {
				resizeWidth: across,
				resizeHeight: down,
				resizeQuality: 'high',
			}),
			0,
			0,
		)
	return canvas.convertToBlob({ type, quality: 0.95 })
}

export type CutOutWorker = typeof endpoint

exposed(endpoint)
