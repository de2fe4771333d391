import type { Pixels } from '../pixels'

/** A picture of levels by place. */
export function painted(
	width: number,
	height: number,
	levels: (x: number, y: number) => readonly [number, number, number],
): Pixels {
	const data = new Uint8ClampedArray(4 * width * height)
	for (let y = 0, k = 0; y < height; y++)
		for (let x = 0; x < width; x++, k += 4) data.set([...levels(x, y), 255], k)
	return { width, height, data }
}
