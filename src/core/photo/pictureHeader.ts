import { imageSize } from 'image-size'
import { MAX_MEGAPIXELS, NotAPicture, PhotoTooLarge } from './pictureProblems'

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
