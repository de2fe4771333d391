import { combineAreas } from '../combine/combine'
import { boxOf } from '../geometry/box'
import { item } from '../geometry/numbers'
import { add, type Point, scale } from '../geometry/point'
import { boundsOf, flattenContour } from '../path/contour'
import type { ShapedText } from '../path/lettering'
import type { Contour, PathNode } from '../path/model'
import { nestingOf } from '../path/nesting'
import { glyphOutlines } from './glyphs'

/** What was bridged of the glyphs of a text, by glyph and width. */
const made = new WeakMap<ShapedText['glyphs'], Map<string, readonly Contour[]>>()

/**
 * A glyph as a stencil cuts it: what lies inside its counters hangs on strips that run as its stems do, upright or
 * leaning, through the thinnest of what is above and below. A glyph without counters is as its designer drew it.
 * @param width of the strips, units of the font
 */
export function bridgedOutlines(
	{ glyphs, slant, em }: Pick<ShapedText, 'glyphs' | 'slant' | 'em'>,
	name: string,
	width: number,
): readonly Contour[] {
	const known = made.get(glyphs) ?? new Map<string, readonly Contour[]>()
	made.set(glyphs, known)
	const key = `${name} ${width}`
	const there = known.get(key)
	if (there) return there
	const drawn = glyphOutlines(glyphs, name)
	const bridged = withoutCounters(drawn, slant, width, SPECK_EM * em) ?? drawn
	known.set(key, bridged)
	return bridged
}

/** A way out of a counter: up or down through the ink to what is beyond. */
interface WayOut {
	readonly counter: number
	readonly up: boolean
	/** How much ink it goes through. */
	readonly through: number
	/** The counter that it leads to; `null` where it leads out of the glyph. */
	readonly to: number | null
	readonly strip: Contour
}

/** A second strip stands across from the first where it goes through so much more ink at most. */
const AS_SHORT = 1.6

/** What is no larger is a slip of the designer's pen, and no counter, em. */
const SPECK_EM = 0.01

/** What strips left standing is cut again, from another place each time; sideways where nothing else would do. */
const TRIES = [
	{ shift: 0, sideways: false },
	{ shift: 0.22, sideways: false },
	{ shift: -0.22, sideways: false },
	{ shift: 0, sideways: true },
	{ shift: 0.3, sideways: true },
	{ shift: -0.3, sideways: true },
] as const

function withoutCounters(
	drawn: readonly Contour[],
	slant: number,
	width: number,
	speck: number,
): readonly Contour[] | null {
	const merged = combineAreas('merge', [{ contours: drawn, rule: 'nonzero' }]).filter((contour) => {
		const { minX, maxX, minY, maxY } = boundsOf(contour)
		return Math.max(maxX - minX, maxY - minY) > speck
	})
	let area: readonly Contour[] = merged
	for (const tried of TRIES) {
		const counters = nestingOf({ contours: area, fillRule: 'nonzero' }).filter(
			({ role }) => role === 'opening',
		)
		if (counters.length === 0) break
		const rings = area.map((contour) => flattenContour(contour, 0.5))
		const inner = counters.map(({ contour }) => area.indexOf(contour))
		const ways = inner.flatMap((ring, counter) =>
			[true, false].flatMap((up) =>
				wayOut({ rings, inner, slant, width, ...tried }, ring, counter, up),
			),
		)
		const strips = chosen(ways, counters.length).map(({ strip }) => ({
			contours: [strip],
			rule: 'nonzero' as const,
		}))
		if (strips.length > 0)
			area = combineAreas('cut-out', [{ contours: area, rule: 'nonzero' }, ...strips])
	}
	return area === merged ? null : area
}

/** What ways out are sought in. */
interface Ground {
	readonly rings: readonly (readonly Point[])[]
	/** The rings that are counters. */
	readonly inner: readonly number[]
	readonly slant: number
	readonly width: number
	/** How far from a counter's middle, as a share of its width; of its height where they lead sideways. */
	readonly shift: number
	readonly sideways: boolean
}

/** The ways that are cut: the shortest of each counter, its like across, and what more it takes to lead all of them out. */
function chosen(ways: readonly WayOut[], counters: number): WayOut[] {
	const taken = new Set<WayOut>()
	for (let counter = 0; counter < counters; counter++) {
		const own = ways.filter((way) => way.counter === counter)
		const least = Math.min(...own.map(({ through }) => through))
		for (const way of own) if (way.through <= AS_SHORT * least) taken.add(way)
	}
	for (;;) {
		const out = new Set<number | null>([null])
		for (let before = 0; before < out.size; ) {
			before = out.size
			for (const { counter, to } of taken) {
				if (out.has(to)) out.add(counter)
				if (out.has(counter) && to !== null) out.add(to)
			}
		}
		const left = ways.filter((way) => !out.has(way.counter) && !taken.has(way))
		const next = left.sort((a, b) => a.through - b.through)[0]
		if (!next) return [...taken]
		taken.add(next)
	}
}

/** How a strip that leads up or down out of a counter runs; none where nothing is beyond. */
function wayOut(
	{ rings, inner, slant, width, shift, sideways }: Ground,
	ring: number,
	counter: number,
	up: boolean,
): WayOut[] {
	const { minX, maxX, minY, maxY } = boxOf(item(rings, ring))
	const [x, y] = [(minX + maxX) / 2, (minY + maxY) / 2]
	const from = insideAt(
		item(rings, ring),
		sideways ? [x, y + shift * (maxY - minY)] : [x + shift * (maxX - minX), y],
	)
	if (!from) return []
	const forth: Point = sideways ? [1, 0] : [slant, 1]
	const turn = scale(forth, up ? 1 : -1)
	const across: Point = sideways ? [0, width] : [width, 0]
	const [centre, ...sides] = [0, -0.5, 0.5].map((share) =>
		crossings(rings, add(from, scale(across, share)), turn).filter(({ t }) => t > 0),
	)
	// Into the ink, and out of it.
	const [into, out] = centre ?? []
	if (!centre || !into || !out || into.ring !== ring) return []
	const inInk = (into.t + out.t) / 2
	const ends = sides.map((side) => side.find(({ t }) => t > inInk)?.t ?? out.t)
	const next = centre[2]
	// Beyond the edge, but not across the gap that is there.
	const room = next ? (next.t - out.t) / 2 : width
	const end = Math.min(Math.max(...ends, out.t) + width / 4, out.t + Math.max(room, width / 4))
	const to = inner.indexOf(out.ring)
	return [
		{
			counter,
			up,
			through: out.t - into.t,
			to: to < 0 || to === counter ? null : to,
			strip: strip(from, scale(turn, end), across),
		},
	]
}

/** A place inside a ring as near to a middle as can be, at its height; `null` where there is none. */
function insideAt(ring: readonly Point[], [x, y]: Point): Point | null {
	const xs = crossings([ring], [x, y], [1, 0])
		.map(({ t }) => x + t)
		.sort((a, b) => a - b)
	const spans = xs.flatMap((a, k) => {
		const b = xs[k + 1]
		return k % 2 === 0 && b !== undefined ? [[a, b] as const] : []
	})
	const away = ([a, b]: readonly [number, number]) =>
		a <= x && x <= b ? 0 : Math.abs((a + b) / 2 - x)
	const [best] = spans.sort((a, b) => away(a) - away(b))
	if (!best) return null
	const [a, b] = best
	return [a <= x && x <= b ? x : (a + b) / 2, y]
}

/** Where a line crosses rings, rising: `t` in steps of `way` from `p`. */
function crossings(rings: readonly (readonly Point[])[], [x, y]: Point, way: Point) {
	const found: { readonly t: number; readonly ring: number }[] = []
	// The side of the line on which a point lies.
	const side = ([u, v]: Point) => (u - x) * way[1] - (v - y) * way[0]
	for (const [ring, points] of rings.entries())
		for (const [k, a] of points.entries()) {
			const b = item(points, (k + 1) % points.length)
			const [sa, sb] = [side(a), side(b)]
			if (sa < 0 === sb < 0) continue
			const share = sa / (sa - sb)
			const [u, v] = [a[0] + share * (b[0] - a[0]) - x, a[1] + share * (b[1] - a[1]) - y]
			found.push({ t: (u * way[0] + v * way[1]) / (way[0] ** 2 + way[1] ** 2), ring })
		}
	return found.sort((a, b) => a.t - b.t)
}

/** A strip from a place on; its ends run across. */
function strip(from: Point, way: Point, across: Point): Contour {
	const corner = (share: number, t: number) => add(add(from, scale(across, share)), scale(way, t))
	const corners = [corner(-0.5, 0), corner(0.5, 0), corner(0.5, 1), corner(-0.5, 1)]
	const nodes = corners.map((at, n): PathNode => ({ id: `strip${n}`, at, kind: 'corner' }))
	return { id: 'strip', nodes, closed: true }
}
