import { describe, expect, test } from 'vitest'
import { readPictureHeader } from './pictureHeader'
import { NotAPicture, PhotoTooLarge } from './pictureProblems'

/** A PNG's signature and header chunk, as large as one says. */
function pngHeader(width: number, height: number): Uint8Array {
	const bytes = new Uint8Array(64)
	bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52])
	new DataView(bytes.buffer).setUint32(16, width)
	new DataView(bytes.buffer).setUint32(20, height)
	return bytes
}

describe('a picture’s header', () => {
	test('tells its size before anything is decoded', () => {
		expect(readPictureHeader(pngHeader(4000, 3000))).toMatchObject({
			width: 4000,
			height: 3000,
			type: 'png',
		})
	})

	test('a picture of exactly 100 megapixels is taken, one more is too large', () => {
		expect(readPictureHeader(pngHeader(10_000, 10_000)).width).toBe(10_000)
		expect(() => readPictureHeader(pngHeader(10_001, 10_000))).toThrow(PhotoTooLarge)
	})

	test.each([
		['text', new TextEncoder().encode('This is a letter, not a picture.')],
		['nothing', new Uint8Array()],
		[
			'an SVG',
			new TextEncoder().encode('<svg xmlns="http://www.w3.org/2000/svg" width="5" height="5"/>'),
		],
		['no size', pngHeader(0, 10)],
	])('%s is no picture', (_, bytes) => {
		expect(() => readPictureHeader(bytes)).toThrow(NotAPicture)
	})
})
