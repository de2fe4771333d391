import type { Affine } from '../geometry/affine'
import { type Cubic, derivativeAt, lineCubic, pointAt } from '../geometry/cubic'
import { item } from '../geometry/numbers'
import { add, distance, mix, type Point, scale, subtract } from '../geometry/point'
import { isStraight, segmentCubic, segments } from '../path/contour'
import { inferKinds } from '../path/kinds'
import type { Lettering } from '../path/lettering'
import type { Contour, PathNode } from '../path/model'
import { bridgedOutlines } from './bridges'
import { glyphOutlines } from './glyphs'
import type { PlacedLetter } from './lines'
import { type FindHost, type Way, wayOf } from './ways'

/** A letter's own outlines on the sheet. */
export interface LaidLetter {
	readonly line: number
	readonly placed: PlacedLetter
	readonly contours: readonly Contour[]
}

/**
 * A lettering's outlines on the sheet, letter by letter. Nodes have the same ids each time.
 * @param id of the piece: what the ids begin with
 * @returns none where an outline that it goes by is gone
 */
export function laidLetters(id: string, lettering: Lettering, find: FindHost): LaidLetter[] {
	const way = wayOf(lettering, find)
	if (!way) return []
	const { shaped, bridges } = lettering
	const px = way.size / shaped.em
	let number = 0
	return way.lines.flatMap(({ letters }, line) =>
		letters.flatMap((placed): LaidLetter[] => {
			const { glyph, dx, dy } = placed.letter
			const drawn = bridges
				? bridgedOutlines(shaped, glyph, bridges.width / px)
				: glyphOutlines(shaped.glyphs, glyph)
			if (drawn.length === 0) return []
			const frame = way.frame(line, placed.x, placed.width)
			const place = frame
				? turned(frame, px, dx, dy)
				: bent(way, line, placed.x + dx * px, dy * px, px)
			const contours = drawn.map((contour) => named(place(contour), `${id}:${number++}`))
			return [{ line, placed, contours }]
		}),
	)
}

/** All outlines of a lettering on the sheet; see {@link laidLetters}. */
export function layOut(id: string, lettering: Lettering, find: FindHost): Contour[] {
	return laidLetters(id, lettering, find).flatMap(({ contours }) => contours)
}

function named(contour: Contour, id: string): Contour {
	return { ...contour, id, nodes: contour.nodes.map((node, n) => ({ ...node, id: `${id}.${n}` })) }
}

/** A glyph moved as it is: its designer's outlines to the last bit. */
function turned([a, b, c, d, e, f]: Affine, px: number, dx: number, dy: number) {
	const place = ([x, y]: Point): Point => {
		const [u, v] = [(x + dx) * px, (y + dy) * px]
		return [a * u + c * v + e, b * u + d * v + f]
	}
	const alike = Math.abs(Math.hypot(a, b) - Math.hypot(c, d)) < 1e-12
	return (contour: Contour): Contour => {
		const nodes = contour.nodes.map(
			(node): PathNode => ({
				...node,
				at: place(node.at),
				...(node.in && { in: place(node.in) }),
				...(node.out && { out: place(node.out) }),
			}),
		)
		return alike ? { ...contour, nodes } : inferKinds({ ...contour, nodes })
	}
}

/** How far a bent letter may be off where each of its points belongs, px. */
const BENT_PX = 0.02
/** A curve is halved at most this often where it is bent. */
const HALVED = 5
const STEP = 1e-4
/** A segment that stays so straight stays a straight one, px. */
const STRAIGHT_PX = 1e-3

/** A glyph bent as its place is: its segments as curves that follow, with nodes between where few would not do. */
function bent(way: Way, line: number, x0: number, y0: number, px: number) {
	const place = ([x, y]: Point): Point => way.at(line, x0 + x * px, y0 + y * px)
	/** Where a small step from a place leads. */
	const led = (p: Point, by: Point): Point =>
		scale(subtract(place(add(p, scale(by, STEP))), place(add(p, scale(by, -STEP)))), 0.5 / STEP)
	const curve = (c: Cubic, straight: boolean): Cubic => {
		const [a, b] = [place(c[0]), place(c[3])]
		const [start, end] = [derivativeAt(c, 0), derivativeAt(c, 1)]
		if (straight && distance(place(mix(c[0], c[3], 0.5)), mix(a, b, 0.5)) < STRAIGHT_PX)
			return lineCubic(a, b)
		return [a, add(a, scale(led(c[0], start), 1 / 3)), subtract(b, scale(led(c[3], end), 1 / 3)), b]
	}
	const parts = (c: Cubic, from: number, to: number, straight: boolean, depth: number): Cubic[] => {
		const part = stretch(c, from, to)
		const made = curve(part, straight)
		const off = Math.max(
			...[0.25, 0.5, 0.75].map((t) => distance(pointAt(made, t), place(pointAt(part, t)))),
		)
		if (off <= BENT_PX || depth === 0) return [made]
		const middle = (from + to) / 2
		return [
			...parts(c, from, middle, straight, depth - 1),
			...parts(c, middle, to, straight, depth - 1),
		]
	}
	return (contour: Contour): Contour => {
		const curves = segments(contour).flatMap((segment) =>
			parts(segmentCubic(segment), 0, 1, isStraight(segment.from, segment.to), HALVED),
		)
		const nodes = curves.map(([at, out], n): PathNode => {
			const before = item(curves, (n + curves.length - 1) % curves.length)
			const [, , into] = before
			return {
				id: '',
				at,
				kind: 'cusp',
				...(!isLine(before) && { in: into }),
				...(!isLine(item(curves, n)) && { out }),
			}
		})
		return inferKinds({ ...contour, nodes })
	}
}

/** Whether a curve is what a straight segment is. */
function isLine([a, b, c, d]: Cubic): boolean {
	return distance(b, mix(a, d, 1 / 3)) < 1e-9 && distance(c, mix(a, d, 2 / 3)) < 1e-9
}

/** A stretch of a curve as a curve of its own. */
function stretch(c: Cubic, from: number, to: number): Cubic {
	const [a, b] = [pointAt(c, from), pointAt(c, to)]
	const k = (to - from) / 3
	return [a, add(a, scale(derivativeAt(c, from), k)), subtract(b, scale(derivativeAt(c, to), k)), b]
}
