import type { Pixels } from '../pixels'
import { grain } from './arbitraryPixels'

/** Places a pixel's side is looked at, for its coverage. */
const FINE = 6

export interface Rendering {
	/** Levels of what is inside and outside. */
	readonly inside?: number
	readonly outside?: number
	/** σ of the Gaussian blur, px. */
	readonly blur?: number
	/** Levels of grain, up to. */
	readonly grain?: number
}

/** A shape as a photo shows it: each pixel by how much of it is inside, blurred, with grain. */
export function rendered(
	width: number,
	height: number,
	inside: (x: number, y: number) => boolean,
	{ inside: dark = 60, outside: light = 180, blur = 0.8, grain: rough = 0 }: Rendering = {},
): Pixels {
	const covered = new Float64Array(width * height)
	for (let k = 0; k < covered.length; k++) {
		const [i, j] = [k % width, Math.floor(k / width)]
		let hits = 0
		for (let v = 0; v < FINE; v++)
			for (let u = 0; u < FINE; u++) if (inside(i + (u + 0.5) / FINE, j + (v + 0.5) / FINE)) hits++
		covered[k] = hits / FINE ** 2
	}
	const soft = blurred(blurred(covered, width, height, 1, blur), width, height, width, blur)
	const data = new Uint8ClampedArray(4 * covered.length)
	for (const [k, share] of soft.entries()) {
		const level = light + share * (dark - light) + rough * grain(k % width, Math.floor(k / width))
		data.set([level, level, level, 255], 4 * k)
	}
	return { width, height, data }
}

function blurred(from: Float64Array, width: number, height: number, stride: number, sigma: number) {
	if (sigma <= 0) return from
	const reach = Math.ceil(3 * sigma)
	const weights = Array.from({ length: 2 * reach + 1 }, (_, i) =>
		Math.exp(-((i - reach) ** 2) / (2 * sigma ** 2)),
	)
	const whole = weights.reduce((a, b) => a + b, 0)
	const last = (stride === 1 ? width : height) - 1
	return from.map((_, k) => {
		const along = stride === 1 ? k % width : Math.floor(k / width)
		return weights.reduce((sum, weight, i) => {
			const kept = Math.min(last, Math.max(0, along + i - reach))
			return sum + (weight / whole) * (from[k + (kept - along) * stride] ?? 0)
		}, 0)
	})
}
