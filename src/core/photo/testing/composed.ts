import type { Pixels } from '../pixels'
import { grain } from './arbitraryPixels'
import { rendered } from './rendered'

export interface Composing {
	/** Levels of red, green and blue. */
	readonly object?: readonly [number, number, number]
	readonly ground?: readonly [number, number, number]
	/** How much of the ground's light is taken away at a place, 0 to 1. */
	readonly shade?: (x: number, y: number) => number
	/** Levels of grain, up to. */
	readonly grain?: number
}

/** A coloured shape on a coloured ground, mixed in light as a lens does, with shadows on the ground. */
export function composed(
	width: number,
	height: number,
	inside: (x: number, y: number) => boolean,
	{
		object = [150, 60, 40],
		ground = [170, 165, 140],
		shade = () => 0,
		grain: rough = 4,
	}: Composing = {},
): Pixels {
	const shares = rendered(width, height, inside, { inside: 255, outside: 0, blur: 0.7 }).data
	const data = new Uint8ClampedArray(4 * width * height)
	for (let k = 0; k < width * height; k++) {
		const [x, y] = [k % width, Math.floor(k / width)]
		const share = (shares[4 * k] ?? 0) / 255
		const lit = 1 - shade(x + 0.5, y + 0.5)
		for (let c = 0; c < 3; c++) {
			const own = share * ((object[c] ?? 0) / 255) ** 2.2
			const light = own + (1 - share) * lit * ((ground[c] ?? 0) / 255) ** 2.2
			data[4 * k + c] = 255 * light ** (1 / 2.2) + rough * grain(x + 31 * c, y)
		}
		data[4 * k + 3] = 255
	}
	return { width, height, data }
}
