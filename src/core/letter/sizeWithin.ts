import type { Affine } from '../geometry/affine'
import { boxOf } from '../geometry/box'
import type { Point } from '../geometry/point'
import { boundsOf, flattenContour } from '../path/contour'
import type { Lettering } from '../path/lettering'
import type { Contour } from '../path/model'
import { glyphOutlines } from './glyphs'
import { placedLines } from './lines'

/** Each line is looked at in so many heights. */
const HEIGHTS = 6
/** The lines are tried in so many heights of the shape. */
const PLACES = 13
const HALVINGS = 24

/**
 * The largest size at which every line has room in a closed outline, line under line, each in its middle.
 * @param margin room kept at both ends of a line and above and below all, em
 * @returns px to the em, and where the middle of the first baseline lies; the size it has where there is no room at all
 */
export function sizeWithin(
	lettering: Lettering,
	host: Contour,
	margin: number,
): { readonly size: number; readonly place: Affine } {
	const ring = flattenContour(host, 0.25)
	const { minX, maxX, minY, maxY } = boxOf(ring)
	const unitLines = placedLines({ ...lettering, size: 1 })
	const { leading } = lettering
	const cap = reachOf(lettering, 0)[1]
	const deep = -reachOf(lettering, unitLines.length - 1)[0]
	const tall = cap + (unitLines.length - 1) * leading
	/** The middle of the first baseline, where all lines have room. */
	const seatAt = (size: number): Point | null => {
		const [top, low] = [minY + margin * size, maxY - (margin + deep) * size]
		const spare = low - top - tall * size
		if (spare < 0) return null
		let best: { at: Point; off: number } | null = null
		for (let k = 0; k <= PLACES; k++) {
			const first = top + cap * size + (spare * k) / PLACES
			const x = middleFor(size, first)
			const off = Math.abs(k / PLACES - 0.5)
			if (x !== null && (!best || off < best.off)) best = { at: [x, first], off }
		}
		return best?.at ?? null
	}
	/** Where lines that begin with this baseline have their middles, all at one x. */
	const middleFor = (size: number, first: number): number | null => {
		let [least, most] = [minX, maxX]
		for (const [n, { width }] of unitLines.entries()) {
			if (width === 0) continue
			const base = first + n * leading * size
			const half = (width / 2 + margin) * size
			const span = roomOf(ring, base - cap * size, base + deep * size, half, (minX + maxX) / 2)
			if (!span) return null
			least = Math.max(least, span[0] + half)
			most = Math.min(most, span[1] - half)
		}
		return least <= most ? (least + most) / 2 : null
	}
	let [low, high] = [0, Math.max(maxX - minX, maxY - minY) * 2]
	let found: { size: number; at: Point } | null = null
	for (let k = 0; k < HALVINGS; k++) {
		const size = (low + high) / 2
		const at = seatAt(size)
		if (at) {
			found = { size, at }
			low = size
		} else high = size
	}
	const { size, at } = found ?? {
		size: lettering.size,
		at: [(minX + maxX) / 2, (minY + maxY) / 2] as Point,
	}
	return { size, place: [1, 0, 0, 1, ...at] }
}

/** How far below and above its baseline the letters of a line reach, em. */
function reachOf({ shaped }: Lettering, line: number): readonly [below: number, above: number] {
	const boxes = (shaped.lines[line]?.letters ?? []).flatMap(({ glyph, dy }) =>
		glyphOutlines(shaped.glyphs, glyph).map((contour) => {
			const { minY, maxY } = boundsOf(contour)
			return [minY + dy, maxY + dy] as const
		}),
	)
	const least = Math.min(0, ...boxes.map(([low]) => low))
	const most = Math.max(0, ...boxes.map(([, high]) => high))
	return [least / shaped.em, (most || shaped.capHeight) / shaped.em]
}

/** Of what lies in a ring between two heights, the stretch that has room on both sides and is nearest to a middle. */
function roomOf(
	ring: readonly Point[],
	top: number,
	bottom: number,
	half: number,
	middle: number,
): readonly [number, number] | null {
	let open: (readonly [number, number])[] = [[Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY]]
	for (let k = 0; k <= HEIGHTS; k++) {
		const inside = spansAt(ring, top + ((bottom - top) * k) / HEIGHTS)
		open = open.flatMap(([a, b]) =>
			inside.flatMap(([c, d]) => {
				const both = [Math.max(a, c), Math.min(b, d)] as const
				return both[1] - both[0] >= 2 * half ? [both] : []
			}),
		)
	}
	const away = ([a, b]: readonly [number, number]) => Math.abs((a + b) / 2 - middle)
	return open.sort((a, b) => away(a) - away(b))[0] ?? null
}

/** What of a level line lies in a ring, from left to right. */
function spansAt(ring: readonly Point[], y: number): (readonly [number, number])[] {
	const xs: number[] = []
	for (const [k, [x, v]] of ring.entries()) {
		const [u, w] = ring[(k + 1) % ring.length] ?? [x, v]
		if (v <= y !== w <= y) xs.push(x + ((y - v) / (w - v)) * (u - x))
	}
	xs.sort((a, b) => a - b)
	return xs.flatMap((x, k) =>
		k % 2 === 0 && xs[k + 1] !== undefined ? [[x, xs[k + 1] as number]] : [],
	)
}
