import { byteAt } from '../../geometry/numbers'
import type { Pixels } from '../pixels'

/** A picture and copies of it, each half as wide and high as the one before. */
export type Pyramid = readonly Pixels[]

/** The copies of a picture down to one of at most so many pixels. */
export function pyramidOf(picture: Pixels, most: number): Pyramid {
	const levels = [picture]
	for (let last = picture; last.width * last.height > most; ) {
		last = halved(last)
		levels.push(last)
	}
	return levels
}

/** Each pixel the mean of the four it stands for, at the last column and row of those there are. */
export function halved({ width, height, data }: Pixels): Pixels {
	const [across, down] = [(width + 1) >> 1, (height + 1) >> 1]
	const made = new Uint8ClampedArray(4 * across * down)
	for (let y = 0, p = 0; y < down; y++) {
		const upper = 4 * width * 2 * y
		const lower = 2 * y + 1 < height ? upper + 4 * width : upper
		for (let x = 0; x < across; x++, p += 4) {
			const a = 8 * x
			const b = 2 * x + 1 < width ? a + 4 : a
			for (let c = 0; c < 4; c++)
				made[p + c] =
					(byteAt(data, upper + a + c) +
						byteAt(data, upper + b + c) +
						byteAt(data, lower + a + c) +
						byteAt(data, lower + b + c) +
						2) >>
					2
		}
	}
	return { width: across, height: down, data: made }
}

/** What is known of a copy's pixels said of those of the picture that it was made from. */
export function doubled(known: Uint8Array, across: number, { width, height }: Pixels): Uint8Array {
	const made = new Uint8Array(width * height)
	for (let y = 0, k = 0; y < height; y++)
		for (let x = 0, row = (y >> 1) * across; x < width; x++, k++)
			made[k] = byteAt(known, row + (x >> 1))
	return made
}

/** A part of a picture, cut out of it. */
export function partOf(
	photo: Pixels,
	left: number,
	top: number,
	width: number,
	height: number,
): Pixels {
	const data = new Uint8ClampedArray(4 * width * height)
	for (let y = 0; y < height; y++) {
		const from = 4 * ((top + y) * photo.width + left)
		data.set(photo.data.subarray(from, from + 4 * width), 4 * y * width)
	}
	return { width, height, data }
}
