import type { Pixels } from '../pixels'

/** Pictures for tests. */

/** A picture whose pixels are told one by one: grey levels, or RGB. */
export function picture(
	width: number,
	height: number,
	at: (x: number, y: number) => number | readonly [number, number, number],
): Pixels {
	const data = new Uint8ClampedArray(width * height * 4)
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) {
			const colour = at(x, y)
			const [r, g, b] = typeof colour === 'number' ? [colour, colour, colour] : colour
			data.set([r, g, b, 255], (y * width + x) * 4)
		}
	return { width, height, data }
}

/** The red of a pixel: its level, where the picture is grey. */
export function levelAt({ data, width }: Pixels, x: number, y: number): number {
	return data[(y * width + x) * 4] ?? Number.NaN
}

export function copyOf(pixels: Pixels): Pixels {
	return { ...pixels, data: pixels.data.slice() }
}

/** Noise that is the same every time, -1 to 1. */
export function grain(x: number, y: number): number {
	const v = Math.sin(x * 127.1 + y * 311.7) * 43758.5453
	return 2 * (v - Math.floor(v)) - 1
}
