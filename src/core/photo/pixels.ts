import { byteAt } from '../geometry/numbers'
/** A picture's pixels: RGBA, row-major, four bytes a pixel. An `ImageData` is one. */
export interface Pixels {
	readonly width: number
	readonly height: number
	readonly data: Uint8ClampedArray
}

/** Weights of red, green and blue in brightness (ITU-R BT.709), for coded values. */
export const RED_WEIGHT = 0.2126
export const GREEN_WEIGHT = 0.7152
export const BLUE_WEIGHT = 0.0722

/** The brightness of each pixel, 0 to 255, row-major. */
export function luminance({ data }: Pixels): Uint8Array {
	const out = new Uint8Array(data.length >> 2)
	for (let i = 0, p = 0; i < out.length; i++, p += 4) out[i] = brightness(data, p)
	return out
}

/** The brightness of the pixel whose red stands at `p`, to the nearest level. */
export function brightness(data: Uint8ClampedArray, p: number): number {
	return (
		(RED_WEIGHT * byteAt(data, p) +
			GREEN_WEIGHT * byteAt(data, p + 1) +
			BLUE_WEIGHT * byteAt(data, p + 2) +
			0.5) |
		0
	)
}
