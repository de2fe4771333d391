import { expose, transfer } from 'comlink'
import { NotAPicture, PhotoTooLarge, readPictureHeader } from '@/core'

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

/** The pyramid ends with a level whose long side is below this, px. */
const SMALLEST_LEVEL_PX = 400
const THUMBNAIL_PX = 480

const endpoint = {
	/** Checks and decodes a picture file, upright, and builds its pyramid. */
	async open(file: Blob): Promise<Opened> {
		const full = await decode(file)
		if (!(full instanceof ImageBitmap)) return full
		const levels = await halvings(full)
		const pyramid: Pyramid = { width: full.width, height: full.height, levels }
		return transfer({ ok: true, pyramid }, [...levels])
	},

	/** Checks a picture file and makes a small JPEG of it for cards. */
	async look(file: Blob): Promise<Looked> {
		const full = await decode(file)
		if (!(full instanceof ImageBitmap)) return full
		const { width, height } = full
		return { ok: true, width, height, thumbnail: await thumbnailOf(full) }
	},
}

export type PhotoWorker = typeof endpoint

/** The picture upright, or why it is refused; its header is read before any pixel is decoded. */
async function decode(file: Blob): Promise<ImageBitmap | Refused> {
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
		return await createImageBitmap(file, { imageOrientation: 'from-image' })
	} catch {
		return { ok: false, problem: 'damaged' }
	}
}

/** A small copy; the bitmap is used up. */
async function thumbnailOf(full: ImageBitmap): Promise<Blob> {
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
}

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
