import { byteAt } from '../../geometry/numbers'
import type { Pixels } from '../pixels'

/**
 * Colours drawn outwards from pixels that are sure over those beside them, each the average of its
 * neighbours' that are known, so many px far.
 * @returns the picture with them, and 1 for pixels whose colour is known by now
 */
export function spread(
	{ width, height, data: photo }: Pixels,
	sure: (at: number) => boolean,
	reach: number,
): { readonly data: Uint8ClampedArray; readonly known: Uint8Array } {
	const data = new Uint8ClampedArray(photo)
	const known = new Uint8Array(width * height)
	for (let at = 0; at < known.length; at++) if (sure(at)) known[at] = 1
	let edge = borderOf(known, width, height)
	for (let step = 0; step < reach && edge.length > 0; step++) {
		const colours = edge.map((at) => averageAround(data, known, at, width, height))
		for (const [n, at] of edge.entries()) {
			const colour = colours[n]
			if (!colour) continue
			data.set(colour, 4 * at)
			known[at] = 1
		}
		edge = nextBorder(edge, known, width, height)
	}
	return { data, known }
}

const AROUND = [
	[-1, -1],
	[0, -1],
	[1, -1],
	[-1, 0],
	[1, 0],
	[-1, 1],
	[0, 1],
	[1, 1],
] as const

/** Pixels beside known ones. */
function borderOf(known: Uint8Array, width: number, height: number): number[] {
	const border: number[] = []
	for (let at = 0; at < known.length; at++)
		if (!known[at] && hasKnown(known, at, width, height)) border.push(at)
	return border
}

function nextBorder(
	edge: readonly number[],
	known: Uint8Array,
	width: number,
	height: number,
): number[] {
	const next = new Set<number>()
	for (const at of edge)
		for (const other of around(at, width, height)) if (!known[other]) next.add(other)
	return [...next]
}

function* around(at: number, width: number, height: number): Generator<number> {
	const [x, y] = [at % width, Math.floor(at / width)]
	for (const [dx, dy] of AROUND)
		if (x + dx >= 0 && x + dx < width && y + dy >= 0 && y + dy < height) yield at + dx + dy * width
}

function hasKnown(known: Uint8Array, at: number, width: number, height: number): boolean {
	const x = at % width
	// Most pixels lie amid others like them: a look to four sides tells.
	return (
		(x > 0 && known[at - 1] === 1) ||
		(x < width - 1 && known[at + 1] === 1) ||
		(at >= width && known[at - width] === 1) ||
		(at + width < width * height && known[at + width] === 1)
	)
}

function averageAround(
	data: Uint8ClampedArray,
	known: Uint8Array,
	at: number,
	width: number,
	height: number,
): [number, number, number] | null {
	let [r, g, b, n] = [0, 0, 0, 0]
	for (const other of around(at, width, height)) {
		if (!known[other]) continue
		r += byteAt(data, 4 * other)
		g += byteAt(data, 4 * other + 1)
		b += byteAt(data, 4 * other + 2)
		n++
	}
	return n > 0 ? [r / n, g / n, b / n] : null
}
