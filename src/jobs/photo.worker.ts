import { transfer } from 'comlink'
import {
	type Box,
	liesOnItsSide,
	NotAPicture,
	PhotoTooLarge,
	type PictureHeader,
	type Point,
	readPictureHeader,
	uprightMap,
} from '@/core'
import { enlarge } from '@/core/pictures'
import type { Quad, RectifyOptions } from '@/core/square'
import { exposed } from './exposed'

/** The picture at full size and at each halving of it, the largest first. */
export interface Pyramid {
	readonly width: number
	readonly height: number
	readonly levels: readonly ImageBitmap[]
}

export type Refused =
	| { readonly ok: false; readonly problem: 'not-a-picture' | 'damaged' }
	| {
			readonly ok: false
			readonly problem: 'too-large'
			readonly width: number
			readonly height: number
	  }

export type Opened = { readonly ok: true; readonly pyramid: Pyramid } | Refused

export type Looked =
	| {
			readonly ok: true
			readonly width: number
			readonly height: number
			readonly thumbnail: Blob
	  }
	| Refused

/** How far a job has come, 0 to 1. */
export type Progress = (share: number) => void

/** The pyramid ends with a level whose long side is below this, px. */
const SMALLEST_LEVEL_PX = 400
const THUMBNAIL_PX = 480
/** Shares of the whole that reading the file, and then decoding it, take by experience. */
const READ = 0.1
const DECODED = 0.7
/** As good as the pixels were, in a tenth of the bytes that they would take unchanged. */
const ENLARGED_QUALITY = 0.97

const endpoint = {
	/** Checks and decodes a picture file, upright, and builds its pyramid. */
	async open(file: Blob, tell: Progress): Promise<Opened> {
		const full = await decode(file, tell)
		if (!(full instanceof ImageBitmap)) return full
		const levels = await halvings(full, tell)
		const pyramid: Pyramid = { width: full.width, height: full.height, levels }
		return transfer({ ok: true, pyramid }, [...levels])
	},

	/** Checks a picture file and makes a small JPEG of it for cards. */
	async look(file: Blob, tell: Progress): Promise<Looked> {
		const full = await decode(file, tell)
		if (!(full instanceof ImageBitmap)) return full
		const { width, height } = full
		return { ok: true, width, height, thumbnail: await thumbnailOf(full) }
	},

	/** The picture with `factor` times as many pixels each way, as a new file; `null` if unreadable. */
	async enlarge(file: Blob, factor: number, tell: Progress): Promise<Blob | null> {
		const full = await decode(file, tell)
		if (!(full instanceof ImageBitmap)) return null
		const { context } = canvasOf(full.width, full.height)
		context.drawImage(full, 0, 0)
		const pixels = context.getImageData(0, 0, full.width, full.height)
		full.close()
		const large = enlarge(pixels, factor)
		tell(DECODED)
		const { canvas, context: to } = canvasOf(large.width, large.height)
		const data = to.createImageData(large.width, large.height)
		data.data.set(large.data)
		to.putImageData(data, 0, 0)
		const type = hasTransparency(pixels) ? 'image/png' : 'image/jpeg'
		return canvas.convertToBlob({ type, quality: ENLARGED_QUALITY })
	},

	/**
	 * Something flat on the picture laid square, as a new file.
	 * @returns why it cannot be, in words, where the corners stand round nothing flat; `null` if the file is unreadable
	 */
	async rectify(
		file: Blob,
		{ quad, ...o }: RectifyOptions & { readonly quad: readonly Point[] },
		tell: Progress,
	): Promise<Squared | string | null> {
		const full = await decode(file, tell)
		if (!(full instanceof ImageBitmap)) return null
		const { context } = canvasOf(full.width, full.height)
		context.drawImage(full, 0, 0)
		const pixels = context.getImageData(0, 0, full.width, full.height)
		full.close()
		const { NotARectangle, rectify } = await import('@/core/square')
		try {
			const share = (done: number) => tell(DECODED + (1 - DECODED) * done)
			const made = rectify(pixels, quad as unknown as Quad, o, share)
			const { canvas, context: to } = canvasOf(made.pixels.width, made.pixels.height)
			const data = to.createImageData(made.pixels.width, made.pixels.height)
			data.data.set(made.pixels.data)
			to.putImageData(data, 0, 0)
			const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: ENLARGED_QUALITY })
			return { blob, rectangle: made.rectangle }
		} catch (error) {
			if (error instanceof NotARectangle) return error.message
			throw error
		}
	},
}

/** A picture that was laid square, and where its rectangle is, px. */
export interface Squared {
	readonly blob: Blob
	readonly rectangle: Box
}

export type PhotoWorker = typeof endpoint

/** The picture upright, or why it is refused; its header is read before any pixel is decoded. */
async function decode(file: Blob, tell: Progress): Promise<ImageBitmap | Refused> {
	let header: PictureHeader
	try {
		header = readPictureHeader(new Uint8Array(await file.arrayBuffer()))
	} catch (error) {
		if (error instanceof PhotoTooLarge) {
			return { ok: false, problem: 'too-large', width: error.width, height: error.height }
		}
		if (error instanceof NotAPicture) return { ok: false, problem: 'not-a-picture' }
		throw error
	}
	tell(READ)
	try {
		const full = await createImageBitmap(file, { imageOrientation: 'from-image' })
		tell(DECODED)
		return upright(full, header)
	} catch {
		return { ok: false, problem: 'damaged' }
	}
}

/** Not every browser heeds the orientation of every kind of file: one still on its side is turned. */
function upright(full: ImageBitmap, { width, height, orientation }: PictureHeader): ImageBitmap {
	const turned = full.width === width && full.height === height
	if (turned || !liesOnItsSide(orientation)) return full
	const { canvas, context } = canvasOf(full.height, full.width)
	context.setTransform(...uprightMap(orientation, full.width, full.height))
	context.drawImage(full, 0, 0)
	full.close()
	return canvas.transferToImageBitmap()
}

/** A small copy; the bitmap is used up. */
async function thumbnailOf(full: ImageBitmap): Promise<Blob> {
	const k = Math.min(1, THUMBNAIL_PX / Math.max(full.width, full.height))
	const { canvas, context } = canvasOf(
		Math.max(1, Math.round(full.width * k)),
		Math.max(1, Math.round(full.height * k)),
	)
	context.imageSmoothingQuality = 'high'
	context.drawImage(full, 0, 0, canvas.width, canvas.height)
	full.close()
	return canvas.convertToBlob({ type: 'image/webp', quality: 0.8 })
}

async function halvings(full: ImageBitmap, tell: Progress): Promise<ImageBitmap[]> {
	const levels = [full]
	let done = DECODED
	for (let last = full; Math.max(last.width, last.height) > SMALLEST_LEVEL_PX; ) {
		const half = await createImageBitmap(last, {
			resizeWidth: Math.max(1, last.width >> 1),
			resizeHeight: Math.max(1, last.height >> 1),
			resizeQuality: 'medium',
		})
		levels.push(half)
		last = half
		// Each halving costs a quarter of the one before.
		done += (1 - done) * 0.75
		tell(done)
	}
	return levels
}

function hasTransparency({ data }: ImageData): boolean {
	for (let p = 3; p < data.length; p += 4) if ((data[p] ?? 255) < 255) return true
	return false
}

function canvasOf(width: number, height: number) {
	const canvas = new OffscreenCanvas(width, height)
	const context = canvas.getContext('2d')
	if (!context) throw new Error('There is no canvas to draw with.')
	return { canvas, context }
}

exposed(endpoint)
