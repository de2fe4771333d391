import { at, byteAt } from '../geometry/numbers'
import type { Pixels } from './pixels'
import { BLUE_WEIGHT, GREEN_WEIGHT, RED_WEIGHT } from './pixels'

/** How strongly, and in which direction, a photo changes at each pixel; row-major. */
export interface EdgeField {
	readonly width: number
	readonly height: number
	/** Length of the gradient, in levels per px. */
	readonly magnitude: Float32Array
	/** Direction of the steepest change, radians clockwise on screen from +x. */
	readonly direction: Float32Array
}

/** The standard deviation of the Gaussian that edges are sought with, px. */
export const EDGE_SIGMA_PX = 1.2

/**
 * A photo's edges by derivatives of a Gaussian (Canny, 1986), in brightness and in the two colour
 * opponents, whichever is strongest at a pixel: an edge that grey cannot show may be plain in colour.
 * @param sigma of the Gaussian, px
 */
export function edgeField(pixels: Pixels, sigma = EDGE_SIGMA_PX): EdgeField {
	const { width, height, data } = pixels
	const magnitude = new Float32Array(width * height)
	const direction = new Float32Array(width * height)
	const kernels = gaussian(sigma)
	for (const [r, g, b] of CHANNELS) {
		const channel = new Float32Array(width * height)
		for (let i = 0, p = 0; i < channel.length; i++, p += 4)
			channel[i] = r * byteAt(data, p) + g * byteAt(data, p + 1) + b * byteAt(data, p + 2)
		const dx = convolve(
			convolve(channel, width, height, 1, kernels.slope),
			width,
			height,
			width,
			kernels.smooth,
		)
		const dy = convolve(
			convolve(channel, width, height, 1, kernels.smooth),
			width,
			height,
			width,
			kernels.slope,
		)
		for (let i = 0; i < magnitude.length; i++) {
			const [x, y] = [at(dx, i), at(dy, i)]
			const m = Math.sqrt(x * x + y * y)
			if (m > at(magnitude, i)) {
				magnitude[i] = m
				direction[i] = Math.atan2(y, x)
			}
		}
	}
	return { width, height, magnitude, direction }
}

/** Brightness, red against green, blue against yellow. */
const CHANNELS = [
	[RED_WEIGHT, GREEN_WEIGHT, BLUE_WEIGHT],
	[0.5, -0.5, 0],
	[-0.25, -0.25, 0.5],
] as const

/** Levels per px above which an edge is drawn as dark as it gets. */
const FULL_INK = 22
/** Weaker changes than this are grain, levels per px. */
const GRAIN = 1.2

/** Draws edges as dark lines on paper, in place of the pixels they were found in. */
export function drawEdges({ magnitude }: EdgeField, into: Pixels): void {
	const { data } = into
	for (let i = 0, p = 0; i < magnitude.length; i++, p += 4) {
		const share = Math.min(1, Math.max(0, at(magnitude, i) - GRAIN) / (FULL_INK - GRAIN))
		const ink = Math.sqrt(share)
		data[p] = 251 - 217 * ink
		data[p + 1] = 249 - 210 * ink
		data[p + 2] = 244 - 198 * ink
	}
}

function gaussian(sigma: number): { smooth: Float32Array; slope: Float32Array } {
	const reach = Math.ceil(3 * sigma)
	const smooth = Float32Array.from({ length: 2 * reach + 1 }, (_, i) =>
		Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)),
	)
	const sum = smooth.reduce((a, b) => a + b, 0)
	// Scaled so that a ramp of one level per px has the slope 1.
	const raw = smooth.map((w, i) => w * (i - reach))
	const steepness = raw.reduce((a, w, i) => a + w * (i - reach), 0)
	return { smooth: smooth.map((w) => w / sum), slope: raw.map((w) => w / steepness) }
}

/** A correlation along x (`stride` 1) or y (`stride` the width); edges go on with their last pixel. */
function convolve(
	from: Float32Array,
	width: number,
	height: number,
	stride: number,
	kernel: Float32Array,
): Float32Array {
	const to = new Float32Array(from.length)
	const reach = kernel.length >> 1
	const last = (stride === 1 ? width : height) - 1
	for (let y = 0; y < height; y++) {
		for (let x = 0; x < width; x++) {
			const i = y * width + x
			const along = stride === 1 ? x : y
			let sum = 0
			if (along >= reach && along <= last - reach)
				for (let k = 0, j = i - reach * stride; k < kernel.length; k++, j += stride)
					sum += at(kernel, k) * at(from, j)
			else
				for (let k = 0; k < kernel.length; k++) {
					const kept = Math.min(last, Math.max(0, along + k - reach))
					sum += at(kernel, k) * at(from, i + (kept - along) * stride)
				}
			to[i] = sum
		}
	}
	return to
}
