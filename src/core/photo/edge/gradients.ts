import { byteAt, floatAt, intAt, item } from '../../geometry/numbers'
import { BLUE_WEIGHT, GREEN_WEIGHT, type Pixels, RED_WEIGHT } from '../pixels'

/** Pixels round a place that its derivatives are made of. */
export const REACH_PX = 4

/** Brightness, red against green, blue against yellow. */
const CHANNELS = [0, 1, 2]

/** What binomial weights of seven pixels, a Gaussian of σ = √1.5 px all but exactly, sum up to along rows and columns. */
const WHOLE = 64 * 64

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
	/** Red against green, and blue against yellow, smoothed, halves of levels from 128. */
	readonly red: Uint8Array
	readonly blue: Uint8Array
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
	{ stride: toStride, log: logs, direction, level: brightness, red: reds, blue: blues }: Kept,
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
			smooth(item(lines, c), 0, level, y * stride, 1, stride)
	}
	const [bright, red, blue] = levels.map((level) => downColumns(level, stride, rows)) as [
		Float32Array,
		Float32Array,
		Float32Array,
	]
	for (let y = 0; y < height; y++) {
		let k = (y + 1) * stride + 1
		let to = y * toStride
		for (let x = 0; x < width; x++, k++, to++) {
			const ax = floatAt(bright, k + 1) - floatAt(bright, k - 1)
			const ay = floatAt(bright, k + stride) - floatAt(bright, k - stride)
			const bx = floatAt(red, k + 1) - floatAt(red, k - 1)
			const by = floatAt(red, k + stride) - floatAt(red, k - stride)
			const cx = floatAt(blue, k + 1) - floatAt(blue, k - 1)
			const cy = floatAt(blue, k + stride) - floatAt(blue, k - stride)
			const across = ax * ax + bx * bx + cx * cx
			const down = ay * ay + by * by + cy * cy
			const half = (across - down) / 2
			const mixed = ax * ay + bx * by + cx * cy
			// The greater eigenvalue of the tensor; the differences are over two px.
			const squared = ((across + down) / 2 + Math.sqrt(half * half + mixed * mixed)) / 4
			const log = log2(squared) / 2 - LEAST_LOG
			logs[to] = log > 0 ? log * LOG_STEPS + 0.5 : 0
			brightness[to] = floatAt(bright, k)
			reds[to] = 128 + floatAt(red, k)
			blues[to] = 128 + floatAt(blue, k)
			const a = ax * ax + ay * ay
			const b = bx * bx + by * by
			const c = cx * cx + cy * cy
			direction[to] = a >= b && a >= c ? turnOf(ax, ay) : b >= c ? turnOf(bx, by) : turnOf(cx, cy)
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
	const bits = intAt(BITS, 0)
	return (bits >>> 23) - 127 + floatAt(LOGS, (bits >>> 11) & (MANTISSAS - 1))
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
		const p = from + intAt(offsets, x)
		const r = byteAt(data, p)
		const g = byteAt(data, p + 1)
		const b = byteAt(data, p + 2)
		bright[x] = (RED_WEIGHT * r + GREEN_WEIGHT * g + BLUE_WEIGHT * b) / WHOLE
		red[x] = (r - g) / (2 * WHOLE)
		blue[x] = (2 * b - r - g) / (4 * WHOLE)
	}
}

/**
 * Smooths a row or a column by seven binomial weights: each of six sums of two neighbours passes its
 * result on, so that a place is read once and written once.
 * @param from, step where the values begin and how far apart they are; there are six more than are made
 * @param to where what is made begins, as far apart
 */
function smooth(
	values: Float32Array,
	from: number,
	into: Float32Array,
	to: number,
	step: number,
	count: number,
): void {
	let [a, b, c, d, e, f] = [0, 0, 0, 0, 0, 0]
	let k = from
	let m = to - 6 * step
	for (let n = -6; n < count; n++, k += step, m += step) {
		const one = floatAt(values, k)
		const two = one + a
		a = one
		const three = two + b
		b = two
		const four = three + c
		c = three
		const five = four + d
		d = four
		const six = five + e
		e = five
		if (n >= 0) into[m] = six + f
		f = six
	}
}

/** Smooths columns, each in turn: a tile's column stays at hand while it is worked on. */
function downColumns(level: Float32Array, stride: number, rows: number): Float32Array {
	const own = new Float32Array(stride * rows)
	for (let x = 0; x < stride; x++) smooth(level, x, own, x, stride, rows)
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
		ax >= ay ? floatAt(EIGHTH, ((256 * ay) / ax) | 0) : 64 - floatAt(EIGHTH, ((256 * ax) / ay) | 0)
	const half = x >= 0 ? eighth : 128 - eighth
	return Math.round(y >= 0 ? half : 256 - half) & 255
}
