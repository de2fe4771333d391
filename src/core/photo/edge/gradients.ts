import { at, byteAt } from '../../geometry/numbers'
import { BLUE_WEIGHT, GREEN_WEIGHT, type Pixels, RED_WEIGHT } from '../pixels'

/** Pixels round a place that its derivatives are made of. */
export const REACH_PX = 4

/** Brightness, red against green, blue against yellow. */
const CHANNELS = [
	[RED_WEIGHT, GREEN_WEIGHT, BLUE_WEIGHT],
	[0.5, -0.5, 0],
	[-0.25, -0.25, 0.5],
] as const

/** Binomial weights of seven pixels: a Gaussian of σ = √1.5 px, all but exactly. */
const B0 = 20 / 64
const B1 = 15 / 64
const B2 = 6 / 64
const B3 = 1 / 64

/**
 * The gradient at each pixel of a part of a photo: of three channels smoothed by binomials, their
 * central differences put together by the structure tensor (Di Zenzo, 1986). Beyond the photo's border
 * its last pixels go on.
 * @param left, top, width, height the part, px
 * @param put takes the square of the strength (levels per px) and the direction from dark to light,
 * radians; x and y count from the part's corner
 */
export function gradients(
	{ width: across, height: down, data }: Pixels,
	left: number,
	top: number,
	width: number,
	height: number,
	put: (x: number, y: number, squared: number, angle: number) => void,
): void {
	const stride = width + 2
	const rows = height + 2
	const count = CHANNELS.length
	/** Smoothed both ways, one pixel wider all round. */
	const smooth = CHANNELS.map(() => new Float32Array(stride * rows))
	const line = new Float32Array(stride + 6)
	const level = new Float32Array(stride * (rows + 6))
	for (const [c, [r, g, b]] of CHANNELS.entries()) {
		for (let y = 0; y < rows + 6; y++) {
			const from = Math.min(down - 1, Math.max(0, top - 4 + y)) * across
			for (let x = 0; x < stride + 6; x++) {
				const p = 4 * (from + Math.min(across - 1, Math.max(0, left - 4 + x)))
				line[x] = r * byteAt(data, p) + g * byteAt(data, p + 1) + b * byteAt(data, p + 2)
			}
			const to = y * stride
			for (let x = 0; x < stride; x++)
				level[to + x] =
					B0 * at(line, x + 3) +
					B1 * (at(line, x + 2) + at(line, x + 4)) +
					B2 * (at(line, x + 1) + at(line, x + 5)) +
					B3 * (at(line, x) + at(line, x + 6))
		}
		const own = smooth[c] as Float32Array
		const s = stride
		for (let k = 0; k < own.length; k++)
			own[k] =
				B0 * at(level, k + 3 * s) +
				B1 * (at(level, k + 2 * s) + at(level, k + 4 * s)) +
				B2 * (at(level, k + s) + at(level, k + 5 * s)) +
				B3 * (at(level, k) + at(level, k + 6 * s))
	}
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) {
			const k = (y + 1) * stride + x + 1
			let xx = 0
			let xy = 0
			let yy = 0
			let most = -1
			let mainX = 0
			let mainY = 0
			for (let c = 0; c < count; c++) {
				const own = smooth[c] as Float32Array
				const dx = (at(own, k + 1) - at(own, k - 1)) / 2
				const dy = (at(own, k + stride) - at(own, k - stride)) / 2
				const squared = dx * dx + dy * dy
				xx += dx * dx
				xy += dx * dy
				yy += dy * dy
				if (squared <= most) continue
				most = squared
				mainX = dx
				mainY = dy
			}
			const spread = Math.sqrt((xx - yy) * (xx - yy) + 4 * xy * xy)
			const angle = Math.atan2(2 * xy, xx - yy) / 2
			// An axis has two ends: from dark to light in the channel that says most.
			const forward = Math.cos(angle) * mainX + Math.sin(angle) * mainY >= 0
			put(x, y, (xx + yy + spread) / 2, forward ? angle : angle + Math.PI)
		}
}
