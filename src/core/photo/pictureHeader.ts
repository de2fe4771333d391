import { imageSize } from 'image-size'

/** The most pixels that a photo may have, in millions. */
export const MAX_MEGAPIXELS = 100

/** The file is no picture of a kind that can be read. */
export class NotAPicture extends Error {
	constructor() {
		super('The file is not a PNG, JPEG, WebP, AVIF, GIF or BMP picture.')
		this.name = 'NotAPicture'
	}
}

/** The picture's beginning is right, but its pixels cannot be read. */
export class DamagedPicture extends Error {
	constructor() {
		super('The picture is damaged: its pixels cannot be read.')
		this.name = 'DamagedPicture'
	}
}

export class PhotoTooLarge extends Error {
	constructor(
		readonly width: number,
		readonly height: number,
	) {
		super(`The picture has ${Math.round((width * height) / 1e6)} megapixels.`)
		this.name = 'PhotoTooLarge'
	}
}

const READABLE = new Set(['png', 'jpg', 'webp', 'avif', 'heif', 'gif', 'bmp'])

/**
 * Reads a picture's size from the beginning of its file, before any pixel is decoded.
 * @param bytes the file's first bytes; all of it for a JPEG with large metadata
 * @throws {NotAPicture} for other kinds of file
 * @throws {PhotoTooLarge} above {@link MAX_MEGAPIXELS}
 */
export function readPictureHeader(bytes: Uint8Array): {
	width: number
	height: number
	type: string
} {
	const { width, height, type = '' } = sized(bytes)
	if (!READABLE.has(type) || !(width > 0 && height > 0)) throw new NotAPicture()
	if (width * height > MAX_MEGAPIXELS * 1e6) throw new PhotoTooLarge(width, height)
	return { width, height, type }
}

function sized(bytes: Uint8Array): ReturnType<typeof imageSize> {
	try {
		return imageSize(bytes)
	} catch {
		throw new NotAPicture()
	}
}
