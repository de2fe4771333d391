import sharp from 'sharp'
import type { Pixels } from '../src/core/index'
import { readBytes } from './files'

/** Photos of more are refused, px. */
const MOST_PX = 120e6

/** A photo from a file or standard input, upright. @throws where it cannot be read as one */
export async function readPhoto(path: string): Promise<Pixels> {
	const bytes = await readBytes(path)
	return decodePhoto(bytes, path === '-' ? 'Standard input' : path)
}

/** The pixels of a PNG, JPEG or WebP. @param name of the file, for messages */
export async function decodePhoto(bytes: Uint8Array, name: string): Promise<Pixels> {
	try {
		const { data, info } = await sharp(bytes, { limitInputPixels: MOST_PX })
			.rotate()
			.toColourspace('srgb')
			.ensureAlpha()
			.raw()
			.toBuffer({ resolveWithObject: true })
		return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) }
	} catch (error) {
		const why = /pixel limit/i.test(String(error))
			? `it has more than ${MOST_PX / 1e6} megapixels`
			: 'it is no PNG, JPEG or WebP picture, or is damaged'
		throw new Error(`${name} cannot be read as a photo: ${why}.`)
	}
}
