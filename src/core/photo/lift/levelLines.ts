import { floatAt, item } from '../../geometry/numbers'
import type { Point } from '../../geometry/point'

/**
 * The closed lines along which a cover is a half, linearly between the middles of pixels (marching squares;
 * Lorensen & Cline, 1987, in the plane); what is covered lies to the right on screen. Beyond the picture nothing is
 * covered; of two pixels that meet at a corner alone each is apart.
 * @param cover 0 to 1, row by row
 * @returns px; pixel (i, j) covers [i, i + 1] × [j, j + 1]
 */
export function levelLines(cover: Float32Array, width: number, height: number): Point[][] {
	// With a border of nothing all round, so that every line closes.
	const across = width + 2
	const valueAt = (k: number) => {
		const [x, y] = [(k % across) - 1, Math.floor(k / across) - 1]
		return x < 0 || y < 0 || x >= width || y >= height ? 0 : floatAt(cover, y * width + x)
	}
	/** Of each crossing, 2 k + 1 downwards from a pixel and 2 k to its right, the next along the line. */
	const next = new Map<number, number>()
	let [upper, lower] = [new Uint8Array(across + 1), new Uint8Array(across + 1)]
	for (let y = 0; y <= height; y++) {
		;[upper, lower] = [lower, upper]
		if (y === height) lower.fill(0)
		else
			for (let x = 1, k = y * width; x <= width; x++, k++)
				lower[x] = Number(cover[k]) > HALF ? 1 : 0
		let [left, right] = [0, 0]
		for (let x = 0; x < across - 1; x++) {
			// Of the corners of a cell 1 is the upper one, 2 the lower one.
			left = right
			right = Number(upper[x + 1]) | (Number(lower[x + 1]) << 1)
			if (left === right && (left === 0 || left === 3)) continue
			const cell = (left & 1) | ((right & 1) << 1) | ((right & 2) << 1) | ((left & 2) << 2)
			const k = y * across + x
			const sides = [2 * k, 2 * (k + 1) + 1, 2 * (k + across), 2 * k + 1]
			const ways = WAYS[cell] as string
			for (let n = 0; n < ways.length; n += 2)
				next.set(item(sides, Number(ways[n])), item(sides, Number(ways[n + 1])))
		}
	}
	const place = (crossing: number): Point => {
		const k = crossing >> 1
		const [x, y] = [k % across, Math.floor(k / across)]
		const [a, b] = [valueAt(k), valueAt(crossing & 1 ? k + across : k + 1)]
		const t = (a - HALF) / (a - b)
		return crossing & 1 ? [x - 0.5, y - 0.5 + t] : [x - 0.5 + t, y - 0.5]
	}
	const lines: Point[][] = []
	for (const start of next.keys()) {
		const line: Point[] = []
		for (let at: number | undefined = start; at !== undefined; ) {
			const after = next.get(at)
			if (after === undefined) break
			next.delete(at)
			line.push(place(at))
			at = after
		}
		lines.push(line)
	}
	return lines
}

const HALF = 0.5

/**
 * The ways through a cell by which of its corners are covered (1 upper left, 2 upper right, 4 lower right, 8
 * lower left): from side to side in pairs; 0 is the upper side, 1 the right, 2 the lower, 3 the left.
 */
const WAYS: readonly string[] = [
	'',
	'03',
	'10',
	'13',
	'21',
	'0321',
	'20',
	'23',
	'32',
	'02',
	'1032',
	'12',
	'31',
	'01',
	'30',
	'',
]
