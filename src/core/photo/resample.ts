import { byteAt, floatAt } from '../geometry/numbers'
import type { Pixels } from './pixels'

/** A photo below this on its long side has too few pixels to place nodes by, px. */
export const SMALL_PHOTO_PX = 1000
/** Lobes of the Lanczos kernel on either side. */
const LOBES = 3

/**
 * A picture with `factor` times as many pixels each way, by separable Lanczos resampling with three
 * lobes (Duchon, *Lanczos filtering in one and two dimensions*, 1979). Colours are weighted by their
 * opacity, so that what is transparent leaves no fringe.
 * @param factor a whole number, 2 or more
 */
export function enlarge(pixels: Pixels, factor: number): Pixels {
	const steps = phases(factor)
	const { height } = pixels
	const width = pixels.width * factor
	return {
		width,
		height: height * factor,
		data: downColumns(alongRows(pixels, steps), width, height, steps),
	}
}

interface Phase {
	/** The first tap's place, counted from the old pixel. */
	readonly first: number
	readonly weights: Float32Array
}

/** The taps of each of the `factor` new pixels that stand in one old pixel's place. */
function phases(factor: number): Phase[] {
	return Array.from({ length: factor }, (_, phase) => {
		const middle = (phase + 0.5) / factor - 0.5
		const first = Math.floor(middle) - LOBES + 1
		const weights = Float32Array.from({ length: 2 * LOBES }, (_, i) => lanczos(first + i - middle))
		const sum = weights.reduce((a, b) => a + b, 0)
		return { first, weights: weights.map((w) => w / sum) }
	})
}

function lanczos(x: number): number {
	if (x === 0) return 1
	if (Math.abs(x) >= LOBES) return 0
	const t = Math.PI * x
	return (LOBES * Math.sin(t) * Math.sin(t / LOBES)) / (t * t)
}

/** Longer rows, colours weighted by opacity; beyond its ends a row goes on with its last pixel. */
function alongRows({ data, width, height }: Pixels, steps: readonly Phase[]): Float32Array {
	const to = new Float32Array(data.length * steps.length)
	let q = 0
	for (let y = 0; y < height; y++) {
		for (let x = 0; x < width; x++) {
			for (const { first, weights } of steps) {
				let [r, g, b, a] = [0, 0, 0, 0]
				for (let i = 0; i < weights.length; i++) {
					const p = (y * width + Math.min(width - 1, Math.max(0, x + first + i))) * 4
					const w = (floatAt(weights, i) * byteAt(data, p + 3)) / 255
					r += w * byteAt(data, p)
					g += w * byteAt(data, p + 1)
					b += w * byteAt(data, p + 2)
					a += w
				}
				to[q++] = r
				to[q++] = g
				to[q++] = b
				to[q++] = a
			}
		}
	}
	return to
}

/** More rows, and the weights of opacity taken out again. */
function downColumns(
	from: Float32Array,
	width: number,
	height: number,
	steps: readonly Phase[],
): Uint8ClampedArray {
	const data = new Uint8ClampedArray(from.length * steps.length)
	let q = 0
	for (let y = 0; y < height; y++) {
		for (const { first, weights } of steps) {
			for (let x = 0; x < width; x++) {
				let [r, g, b, a] = [0, 0, 0, 0]
				for (let i = 0; i < weights.length; i++) {
					const p = (Math.min(height - 1, Math.max(0, y + first + i)) * width + x) * 4
					const w = floatAt(weights, i)
					r += w * floatAt(from, p)
					g += w * floatAt(from, p + 1)
					b += w * floatAt(from, p + 2)
					a += w * floatAt(from, p + 3)
				}
				data[q++] = a > 0 ? r / a : 0
				data[q++] = a > 0 ? g / a : 0
				data[q++] = a > 0 ? b / a : 0
				data[q++] = 255 * a
			}
		}
	}
	return data
}
