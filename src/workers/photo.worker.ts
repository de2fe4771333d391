import { expose, transfer } from 'comlink'
import { NotAPicture, PhotoTooLarge, readPictureHeader } from '@/core'

/** The picture at full size and at each halving of it, the largest first. */
export interface Pyramid {
	readonly width: number
	readonly height: number
	readonly levels: readonly ImageBitmap[]
}

export type Opened =
	| { readonly ok: true; readonly pyramid: Pyramid }
	| { readonly ok: false; readonly problem: 'not-a-picture' | 'damaged' }
	| {
			readonly ok: false
			readonly problem: 'too-large'
			readonly width: number
			readonly height: number
	  }

/** The pyramid ends with a level whose long side is below this, px. */
const SMALLEST_LEVEL_PX = 400
const THUMBNAIL_PX = 480

const endpoint = {
	/** Checks and decodes a picture file, upright, and builds its pyramid. */
	async open(file: Blob): Promise<Opened> {
		try {
			readPictureHeader(new Uint8Array(await file.arrayBuffer()))
		} catch (error) {
			if (error instanceof PhotoTooLarge) {
				return { ok: false, problem: 'too-large', width: error.width, height: error.height }
			}
			if (error instanceof NotAPicture) return { ok: false, problem: 'not-a-picture' }
			throw error
		}
		try {
			const full = await createImageBitmap(file, { imageOrientation: 'from-image' })
			const pyramid: Pyramid = {
				width: full.width,
				height: full.height,
				levels: await halvings(full),
			}
			return transfer({ ok: true, pyramid }, [...pyramid.levels])
		} catch {
			return { ok: false, problem: 'damaged' }
		}
	},

	/** A small JPEG of the picture for cards. */
	async thumbnail(bitmapSource: Blob): Promise<Blob> {
		const full = await createImageBitmap(bitmapSource, { imageOrientation: 'from-image' })
		const k = Math.min(1, THUMBNAIL_PX / Math.max(full.width, full.height))
		const canvas = new OffscreenCanvas(
			Math.max(1, Math.round(full.width * k)),
			Math.max(1, Math.round(full.height * k)),
		)
		const context = canvas.getContext('2d')
		if (context) {
			context.imageSmoothingQuality = 'high'
			context.drawImage(full, 0, 0, canvas.width, canvas.height)
		}
		full.close()
		return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.8 })
	},
}

export type PhotoWorker = typeof endpoint

async function halvings(full: ImageBitmap): Promise<ImageBitmap[]> {
	const levels = [full]
	for (let last = full; Math.max(last.width, last.height) > SMALLEST_LEVEL_PX; ) {
		const half = await createImageBitmap(last, {
			resizeWidth: Math.max(1, last.width >> 1),
			resizeHeight: Math.max(1, last.height >> 1),
			resizeQuality: 'medium',
		})
		levels.push(half)
		last = half
	}
	return levels
}

expose(endpoint)
