import { describe, expect, test } from 'vitest'
import { applyAffine } from '../geometry/affine'
import { uprightMap } from './orientation'
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

/** A JPEG's beginning: an EXIF block that tells one orientation, and the frame's size. */
function jpegHeader(width: number, height: number, orientation: number): Uint8Array {
	const word = (v: number) => [v >> 8, v & 255]
	const tiff = [0x4d, 0x4d, 0, 42, 0, 0, 0, 8, 0, 1, 1, 0x12, 0, 3, 0, 0, 0, 1]
	const exif = [0x45, 0x78, 0x69, 0x66, 0, 0, ...tiff, ...word(orientation), 0, 0, 0, 0, 0, 0]
	const frame = [8, ...word(height), ...word(width), 3, 1, 0x11, 0, 2, 0x11, 1, 3, 0x11, 1]
	return new Uint8Array([
		...[0xff, 0xd8, 0xff, 0xe1, ...word(exif.length + 2), ...exif],
		...[0xff, 0xc0, ...word(frame.length + 2), ...frame],
		...[0xff, 0xd9, ...new Array(64).fill(0)],
	])
}

describe('a stored picture set upright', () => {
	const [w, h] = [30, 20]
	/** Where the stored top left and top right corners belong, by the standard's table. */
	test.each([
		[1, [0, 0], [30, 0]],
		[2, [30, 0], [0, 0]],
		[3, [30, 20], [0, 20]],
		[4, [0, 20], [30, 20]],
		[5, [0, 0], [0, 30]],
		[6, [20, 0], [20, 30]],
		[7, [20, 30], [20, 0]],
		[8, [0, 30], [0, 0]],
		[0, [0, 0], [30, 0]],
	] as const)('orientation %i', (orientation, first, second) => {
		const map = uprightMap(orientation, w, h)
		expect(applyAffine(map, [0, 0]).map((v) => v + 0)).toEqual(first)
		expect(applyAffine(map, [w, 0]).map((v) => v + 0)).toEqual(second)
	})
})

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

	test.each([1, 3, 6, 8, 9])('a JPEG’s orientation %i is honoured in its size', (orientation) => {
		const { width, height } = readPictureHeader(jpegHeader(300, 200, orientation))
		expect([width, height]).toEqual([6, 8].includes(orientation) ? [200, 300] : [300, 200])
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
