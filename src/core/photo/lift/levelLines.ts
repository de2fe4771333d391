import { byteAt, floatAt, intAt } from '../../geometry/numbers'
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
	const down = height + 2
	const padded = new Float32Array(across * down)
	for (let y = 0; y < height; y++)
		padded.set(cover.subarray(y * width, (y + 1) * width), (y + 1) * across + 1)
	const is = (k: number) => floatAt(padded, k) > HALF
	/** Of each crossing, 2 k + 1 downwards from a pixel and 2 k to its right, the next along the line, −1 for none. */
	const next = new Int32Array(2 * across * down).fill(-1)
	const starts: number[] = []
	for (let y = 0; y < down - 1; y++)
		for (let x = 0; x < across - 1; x++) {
			const k = y * across + x
			const cell =
				(is(k) ? 1 : 0) |
				(is(k + 1) ? 2 : 0) |
				(is(k + across + 1) ? 4 : 0) |
				(is(k + across) ? 8 : 0)
			if (cell === 0 || cell === 15) continue
			const sides = [2 * k, 2 * (k + 1) + 1, 2 * (k + across), 2 * k + 1]
			const ways = WAYS[cell] as string
			for (let n = 0; n < ways.length; n += 2) {
				const from = sides[Number(ways[n])] as number
				next[from] = sides[Number(ways[n + 1])] as number
				starts.push(from)
			}
		}
	const place = (crossing: number): Point => {
		const k = crossing >> 1
		const [x, y] = [k % across, Math.floor(k / across)]
		const other = crossing & 1 ? k + across : k + 1
		const [a, b] = [floatAt(padded, k), floatAt(padded, other)]
		const t = (a - HALF) / (a - b)
		return crossing & 1 ? [x - 0.5, y - 0.5 + t] : [x - 0.5 + t, y - 0.5]
	}
	const lines: Point[][] = []
	const done = new Uint8Array(next.length)
	for (const start of starts) {
		if (byteAt(done, start)) continue
		const line: Point[] = []
		for (let at = start; !byteAt(done, at); at = intAt(next, at)) {
			done[at] = 1
			line.push(place(at))
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
