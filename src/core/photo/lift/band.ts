import { byteAt, intAt } from '../../geometry/numbers'

/** The pixels near a boundary. */
export interface Band {
	/** Nearest first. */
	readonly places: Int32Array
	/** Of each pixel of the picture: steps from the boundary, 1 beside it; 0 where it is further than was asked. */
	readonly away: Uint8Array
}

/** The pixels within so many steps of the boundary between what is inside and what is not. */
export function bandOf(inside: Uint8Array, width: number, height: number, steps: number): Band {
	const away = new Uint8Array(inside.length)
	const queue = new Int32Array(inside.length)
	let end = 0
	const reach = (k: number, far: number) => {
		if (byteAt(away, k) !== 0) return
		away[k] = far
		queue[end++] = k
	}
	for (let y = 0, k = 0; y < height; y++)
		for (let x = 0; x < width; x++, k++) {
			const own = byteAt(inside, k)
			if (x < width - 1 && byteAt(inside, k + 1) !== own) {
				reach(k, 1)
				reach(k + 1, 1)
			}
			if (y < height - 1 && byteAt(inside, k + width) !== own) {
				reach(k, 1)
				reach(k + width, 1)
			}
		}
	for (let n = 0; n < end; n++) {
		const k = intAt(queue, n)
		const far = byteAt(away, k) + 1
		if (far > steps) break
		const x = k % width
		if (x > 0) reach(k - 1, far)
		if (x < width - 1) reach(k + 1, far)
		if (k >= width) reach(k - width, far)
		if (k < inside.length - width) reach(k + width, far)
	}
	return { places: queue.slice(0, end), away }
}

/** Of a side of the boundary so many pixels at most, spread over the picture, none too near to the boundary. */
export function spreadOver(
	inside: Uint8Array,
	{ away }: Band,
	side: number,
	width: number,
	{ aside, most }: { readonly aside: number; readonly most: number },
): Int32Array {
	const every = Math.max(1, Math.floor(Math.sqrt(inside.length / (2 * most))))
	const kept: number[] = []
	for (let y = every >> 1; y * width < inside.length; y += every)
		for (let x = every >> 1, k = y * width + x; x < width; x += every, k += every) {
			const far = byteAt(away, k)
			if (byteAt(inside, k) === side && (far === 0 || far > aside)) kept.push(k)
		}
	const step = Math.max(1, Math.ceil(kept.length / most))
	return Int32Array.from(kept.filter((_, n) => n % step === 0))
}
