import { imageSize } from 'image-size'
import { liesOnItsSide } from './orientation'
import { MAX_MEGAPIXELS, NotAPicture, PhotoTooLarge } from './pictureProblems'

const READABLE = new Set(['png', 'jpg', 'webp', 'avif', 'heif', 'gif', 'bmp'])

/** What a picture's file says of it. */
export interface PictureHeader {
	/** px, upright */
	readonly width: number
	readonly height: number
	readonly type: string
	/** How it is stored, 1 to 8 (EXIF tag 0112); 1 is upright. */
	readonly orientation: number
}

/**
 * Reads a picture's size from the beginning of its file, before any pixel is decoded.
 * @param bytes the file's first bytes; all of it for a JPEG with large metadata
 * @throws {NotAPicture} for other kinds of file
 * @throws {PhotoTooLarge} above {@link MAX_MEGAPIXELS}
 */
export function readPictureHeader(bytes: Uint8Array): PictureHeader {
	const { width, height, type = '', orientation = 1 } = sized(bytes)
	if (!READABLE.has(type) || !(width > 0 && height > 0)) throw new NotAPicture()
	if (width * height > MAX_MEGAPIXELS * 1e6) throw new PhotoTooLarge(width, height)
	const [across, down] = liesOnItsSide(orientation) ? [height, width] : [width, height]
	return { width: across, height: down, type, orientation }
}

function sized(bytes: Uint8Array): ReturnType<typeof imageSize> {
	try {
		return imageSize(bytes)
	} catch {
		throw new NotAPicture()
	}
}
