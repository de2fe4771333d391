import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { withResolution } from './resolution'

const picture = (channels: 3 | 4) =>
	sharp({
		create: { width: 37, height: 21, channels, background: { r: 200, g: 90, b: 40, alpha: 0.5 } },
	})

const KINDS = [
	['PNG', () => picture(4).png()],
	['JPEG', () => picture(3).jpeg()],
	['WebP', () => picture(3).webp()],
	['WebP one sees through', () => picture(4).webp({ lossless: true })],
] as const

/** Px to the inch across, as Exif says it: the reader gives it as it stands. */
function acrossIn(exif: Buffer = Buffer.alloc(0)): number {
	const tiff = exif.subarray(exif.indexOf('II*'))
	const entries = Array.from({ length: tiff.readUInt16LE(8) }, (_, k) => 10 + 12 * k)
	const at = entries.find((entry) => tiff.readUInt16LE(entry) === 0x011a)
	const value = at === undefined ? 0 : tiff.readUInt32LE(at + 8)
	return tiff.readUInt32LE(value) / tiff.readUInt32LE(value + 4)
}

describe.each(KINDS)('%s', (_, make) => {
	test('says how many px it has to the inch, and is the same picture', async () => {
		const bytes = new Uint8Array(await make().toBuffer())
		for (const dpi of [96, 254, 300, 1200.5]) {
			const said = withResolution(bytes, dpi)
			const { density, width, height, exif } = await sharp(said).metadata()
			expect(Math.abs((density ?? acrossIn(exif)) - dpi)).toBeLessThan(1)
			expect([width, height]).toEqual([37, 21])
			const pixels = await sharp(said).raw().toBuffer()
			expect(pixels.equals(await sharp(bytes).raw().toBuffer())).toBe(true)
			// Said again it is said once.
			expect(withResolution(said, dpi)).toHaveLength(said.length)
			const other = withResolution(said, 150)
			const { density: now, exif: also } = await sharp(other).metadata()
			expect(Math.round(now ?? acrossIn(also))).toBe(150)
		}
	})
})

test('what is none of these kinds, or no resolution, leaves a file as it is', async () => {
	const text = new TextEncoder().encode('<svg/>')
	expect(withResolution(text, 300)).toBe(text)
	const png = new Uint8Array(await picture(4).png().toBuffer())
	for (const dpi of [0, -1, Number.NaN, Number.POSITIVE_INFINITY])
		expect(withResolution(png, dpi)).toBe(png)
})
