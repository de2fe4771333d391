import type { Pixels } from '../pixels'

/** Pixels so near to the edge, inside it, may show some of what is behind, px. */
const DOUBTFUL_PX = 2
/** Colours are drawn outwards so far, px: over the doubtful ones and those beyond the edge. */
const REACH_PX = 8

/**
 * A photo whose colours at an object's edge are those of its inside: there the camera mixed what is
 * behind into them, which shows as a fringe on another backdrop. From pixels that are the object's
 * alone colours are drawn outwards, each pixel's the average of its neighbours' that are known.
 * @param cover how much of each pixel is the object's, 0 to 1
 */
export function cleaned(photo: Pixels, cover: Float32Array): Pixels {
	const { width, height } = photo
	const data = new Uint8ClampedArray(photo.data)
	const known = sure(cover, width, height)
	let edge = borderOf(known, width, height)
	for (let step = 0; step < REACH_PX && edge.length > 0; step++) {
		const colours = edge.map((at) => averageAround(data, known, at, width, height))
		for (const [n, at] of edge.entries()) {
			const colour = colours[n]
			if (!colour) continue
			data.set(colour, 4 * at)
			known[at] = 1
		}
		edge = nextBorder(edge, known, width, height)
	}
	return { width, height, data }
}

/** 1 for pixels with nothing but the object within reach. */
function sure(cover: Float32Array, width: number, height: number): Uint8Array {
	const across = new Uint8Array(cover.length)
	for (let y = 0; y < height; y++) {
		let run = 0
		for (let x = 0; x < width; x++) {
			run = (cover[y * width + x] ?? 0) > 0.999 ? run + 1 : 0
			if (run > 2 * DOUBTFUL_PX) across[y * width + x - DOUBTFUL_PX] = 1
		}
	}
	const out = new Uint8Array(cover.length)
	for (let x = 0; x < width; x++) {
		let run = 0
		for (let y = 0; y < height; y++) {
			run = across[y * width + x] ? run + 1 : 0
			if (run > 2 * DOUBTFUL_PX) out[(y - DOUBTFUL_PX) * width + x] = 1
		}
	}
	return out
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
		r += data[4 * other] ?? 0
		g += data[4 * other + 1] ?? 0
		b += data[4 * other + 2] ?? 0
		n++
	}
	return n > 0 ? [r / n, g / n, b / n] : null
}
