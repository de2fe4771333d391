import { at, byteAt } from '../../geometry/numbers'
import { BLUE_WEIGHT, GREEN_WEIGHT, type Pixels, RED_WEIGHT } from '../pixels'

/** Pixels round a place that its derivatives are made of. */
export const REACH_PX = 4

/** Brightness, red against green, blue against yellow. */
const CHANNELS = [0, 1, 2]

/** Binomial weights of seven pixels: a Gaussian of σ = √1.5 px, all but exactly. */
const B0 = 20 / 64
const B1 = 15 / 64
const B2 = 6 / 64
const B3 = 1 / 64

/** What is kept of the gradients of a part of a photo. */
export interface Kept {
	/** Pixels from one row to the next. */
	readonly stride: number
	/** log₂ of the strength (levels per px), in steps of 1 / `LOG_STEPS` above `LEAST_LOG`. */
	readonly log: Uint16Array
	/** The direction of the steepest change from dark to light, in 256ths of a turn clockwise from +x. */
	readonly direction: Uint8Array
	/** Brightness, smoothed, levels. */
	readonly level: Uint8Array
}

export const LOG_STEPS = 4096
export const LEAST_LOG = -6

/**
 * The gradient at each pixel of a part of a photo: of three channels smoothed by binomials, their
 * central differences; strength by their structure tensor (Di Zenzo, 1986), direction by the channel
 * that says most. Beyond the photo's border its last pixels go on.
 * @param left, top, width, height the part, px
 */
export function gradients(
	{ width: across, height: down, data }: Pixels,
	left: number,
	top: number,
	width: number,
	height: number,
	into: Kept,
): void {
	// One px wider all round than the part: its differences are central.
	const stride = width + 2
	const rows = height + 2
	const offsets = Int32Array.from(
		{ length: stride + 6 },
		(_, x) => 4 * Math.min(across - 1, Math.max(0, left - 4 + x)),
	)
	const lines = CHANNELS.map(() => new Float32Array(stride + 6))
	const levels = CHANNELS.map(() => new Float32Array(stride * (rows + 6)))
	for (let y = 0; y < rows + 6; y++) {
		const from = 4 * across * Math.min(down - 1, Math.max(0, top - 4 + y))
		readLine(data, from, offsets, lines)
		for (const [c, level] of levels.entries())
			alongLine(lines[c] as Float32Array, level, y * stride, stride)
	}
	const [bright, red, blue] = levels.map((level) => downLines(level, stride, rows)) as [
		Float32Array,
		Float32Array,
		Float32Array,
	]
	for (let y = 0; y < height; y++) {
		let k = (y + 1) * stride + 1
		let to = y * into.stride
		for (let x = 0; x < width; x++, k++, to++) {
			const ax = at(bright, k + 1) - at(bright, k - 1)
			const ay = at(bright, k + stride) - at(bright, k - stride)
			const bx = at(red, k + 1) - at(red, k - 1)
			const by = at(red, k + stride) - at(red, k - stride)
			const cx = at(blue, k + 1) - at(blue, k - 1)
			const cy = at(blue, k + stride) - at(blue, k - stride)
			const a = ax * ax + ay * ay
			const b = bx * bx + by * by
			const c = cx * cx + cy * cy
			const half = (ax * ax + bx * bx + cx * cx - ay * ay - by * by - cy * cy) / 2
			const mixed = ax * ay + bx * by + cx * cy
			// The greater eigenvalue of the tensor; the differences are over two px.
			const squared = ((a + b + c) / 2 + Math.sqrt(half * half + mixed * mixed)) / 4
			const log = log2(squared) / 2 - LEAST_LOG
			into.log[to] = log > 0 ? log * LOG_STEPS + 0.5 : 0
			into.level[to] = at(bright, k)
			into.direction[to] =
				a >= b && a >= c ? turnOf(ax, ay) : b >= c ? turnOf(bx, by) : turnOf(cx, cy)
		}
	}
}

/** log₂ of the mantissas of floats, by their first bits. */
const MANTISSAS = 4096
const LOGS = Float32Array.from({ length: MANTISSAS }, (_, i) =>
	Math.log2(1 + (i + 0.5) / MANTISSAS),
)
const FLOAT = new Float32Array(1)
const BITS = new Int32Array(FLOAT.buffer)

/** log₂ to 2e-4, from the bits of the float that `value` is: several times as fast as Math.log2. */
function log2(value: number): number {
	FLOAT[0] = value
	const bits = at(BITS, 0)
	return (bits >>> 23) - 127 + at(LOGS, (bits >>> 11) & (MANTISSAS - 1))
}

/** The three channels of a row of pixels. */
function readLine(
	data: Uint8ClampedArray,
	from: number,
	offsets: Int32Array,
	[bright, red, blue]: readonly Float32Array[],
): void {
	if (!bright || !red || !blue) return
	for (let x = 0; x < offsets.length; x++) {
		const p = from + at(offsets, x)
		const r = byteAt(data, p)
		const g = byteAt(data, p + 1)
		const b = byteAt(data, p + 2)
		bright[x] = RED_WEIGHT * r + GREEN_WEIGHT * g + BLUE_WEIGHT * b
		red[x] = (r - g) / 2
		blue[x] = b / 2 - (r + g) / 4
	}
}

/** Smooths a row. */
function alongLine(line: Float32Array, into: Float32Array, to: number, count: number): void {
	for (let x = 0; x < count; x++)
		into[to + x] =
			B0 * at(line, x + 3) +
			B1 * (at(line, x + 2) + at(line, x + 4)) +
			B2 * (at(line, x + 1) + at(line, x + 5)) +
			B3 * (at(line, x) + at(line, x + 6))
}

/** Smooths columns, all at once. */
function downLines(level: Float32Array, s: number, rows: number): Float32Array {
	const own = new Float32Array(s * rows)
	for (let k = 0; k < own.length; k++)
		own[k] =
			B0 * at(level, k + 3 * s) +
			B1 * (at(level, k + 2 * s) + at(level, k + 4 * s)) +
			B2 * (at(level, k + s) + at(level, k + 5 * s)) +
			B3 * (at(level, k) + at(level, k + 6 * s))
	return own
}

/** The arc tangents of 0 to 1, in 256ths of a turn. */
const EIGHTH = Float32Array.from({ length: 257 }, (_, i) => (Math.atan(i / 256) * 128) / Math.PI)

/** The direction of a vector in 256ths of a turn clockwise from +x, rounded. */
function turnOf(x: number, y: number): number {
	const ax = Math.abs(x)
	const ay = Math.abs(y)
	if (ax === 0 && ay === 0) return 0
	const eighth =
		ax >= ay ? at(EIGHTH, ((256 * ay) / ax) | 0) : 64 - at(EIGHTH, ((256 * ax) / ay) | 0)
	const half = x >= 0 ? eighth : 128 - eighth
	return Math.round(y >= 0 ? half : 256 - half) & 255
}
