import { readFileSync } from 'node:fs'
import { converter, differenceEuclidean } from 'culori'
import sharp from 'sharp'
import { readSvg } from '../src/core/drawings'
import { flattenCubic } from '../src/core/geometry/cubic'
import type { Point } from '../src/core/geometry/point'
import { flattenContour } from '../src/core/path/contour'

/** A photo's true outlines, and how far a trace lies from them. */

/** The outline of the whole subject: the largest of the photo's true outlines, px. */
export function trueOutline(id: string): Point[] {
	const { pieces } = readSvg(readFileSync(`public/photos/truth/${id}.svg`, 'utf8'))
	const [outer] = pieces[0]?.contours ?? []
	if (!outer) throw new Error(`There is no true outline of ${id}.`)
	return outer.nodes.map((node) => node.at)
}

/**
 * Where a person would place nodes on a ring: the fewest places whose chords stay within `reach` px,
 * none so near to the one before it, or to the first, that a click would take hold of that instead.
 */
export function keyPlaces(ring: readonly Point[], reach: number, apart: number): number[] {
	const far = farthest(ring, (p) => distance(p, ring[0] ?? p))
	const first = keptBetween(ring, 0, far, reach)
	const halves = [...first, ...keptBetween(ring, far, ring.length, reach)]
	const at = (k: number) => ring[k] as Point
	const kept: number[] = []
	for (const k of [0, ...halves.slice(0, -1)]) {
		const near = (j: number | undefined) => j !== undefined && distance(at(j), at(k)) < apart
		if (!near(kept[0]) && !near(kept.at(-1))) kept.push(k)
	}
	return kept
}

/** Douglas & Peucker, 1973: the places kept after `from`, up to and with `to`. */
function keptBetween(ring: readonly Point[], from: number, to: number, reach: number): number[] {
	const [a, b] = [ring[from], ring[to % ring.length]]
	if (!a || !b || to - from < 2) return [to]
	const inner = ring.slice(from + 1, to)
	const away = (p: Point) => toChord(p, a, b)
	const k = farthest(inner, away)
	if (away(inner[k] ?? a) <= reach) return [to]
	const middle = from + 1 + k
	return [...keptBetween(ring, from, middle, reach), ...keptBetween(ring, middle, to, reach)]
}

/** For each run of a ring between two of its places, where it lies farthest from the chord. */
export function bulges(ring: readonly Point[], places: readonly number[]) {
	return places.map((from, i) => {
		const next = places[(i + 1) % places.length] ?? 0
		const to = next > from ? next : next + ring.length
		const at = (k: number) => ring[k % ring.length] as Point
		const [a, b] = [at(from), at(to)]
		const run = Array.from({ length: to - from + 1 }, (_, k) => at(from + k))
		const through = run[farthest(run, (p) => toChord(p, a, b))] ?? a
		return { a, b, through, by: toChord(through, a, b), grip: footOn(through, a, b) }
	})
}

/**
 * The handles with which one curve follows a ring between two of its places, as a careful hand would
 * find them: along the ring at either end, their lengths tried out.
 */
export function handlesFor(ring: readonly Point[], from: number, to: number): [Point, Point] {
	const end = to > from ? to : to + ring.length
	const at = (k: number) => ring[k % ring.length] as Point
	const [a, b] = [at(from), at(end)]
	const reach = Math.max(1, Math.min(8, (end - from) >> 2))
	const leave = direction(a, at(from + reach))
	const arrive = direction(b, at(end - reach))
	const samples = Array.from({ length: 15 }, (_, k) =>
		at(from + Math.round(((k + 1) * (end - from)) / 16)),
	)
	const chord = distance(a, b)
	let best: { handles: [Point, Point]; off: number } | null = null
	for (let i = 1; i <= 12; i++)
		for (let j = 1; j <= 12; j++) {
			const handles: [Point, Point] = [
				[a[0] + (leave[0] * chord * i) / 14, a[1] + (leave[1] * chord * i) / 14],
				[b[0] + (arrive[0] * chord * j) / 14, b[1] + (arrive[1] * chord * j) / 14],
			]
			const curve = flattenCubic([a, ...handles, b], 0.2)
			const off = Math.max(...samples.map((p) => toLine(p, [a, ...curve])))
			if (!best || off < best.off) best = { handles, off }
		}
	if (!best) throw new Error('There is nothing between these places.')
	return best.handles
}

function direction(a: Point, b: Point): Point {
	const n = distance(a, b) || 1
	return [(b[0] - a[0]) / n, (b[1] - a[1]) / n]
}

function toLine(p: Point, line: readonly Point[]): number {
	return Math.min(...line.slice(1).map((b, i) => toChord(p, line[i] as Point, b)))
}

/** Which nodes of an exported outline have handles that are nearly in one line. */
export function softNodes(svg: string): ReadonlySet<number> {
	const [outline] = readSvg(svg).pieces[0]?.contours ?? []
	return new Set(
		outline?.nodes.flatMap(({ at, in: into, out }, i) => {
			if (!into || !out) return []
			const turn = Math.atan2(
				(at[0] - into[0]) * (out[1] - at[1]) - (at[1] - into[1]) * (out[0] - at[0]),
				(at[0] - into[0]) * (out[0] - at[0]) + (at[1] - into[1]) * (out[1] - at[1]),
			)
			return Math.abs(turn) < 0.35 ? [i] : []
		}),
	)
}

/** How sharply a ring turns at a place, degrees, seen over `reach` px on either side. */
export function turnAt(ring: readonly Point[], place: number, reach: number): number {
	const at = (k: number) => ring[(k + ring.length) % ring.length] as Point
	const step = (way: 1 | -1) => {
		let k = place
		for (let gone = 0; gone < reach; k += way) gone += distance(at(k), at(k + way))
		return at(k)
	}
	const [before, here, after] = [step(-1), at(place), step(1)]
	const a = Math.atan2(here[1] - before[1], here[0] - before[0])
	const b = Math.atan2(after[1] - here[1], after[0] - here[0])
	const turn = Math.abs(a - b)
	return ((turn > Math.PI ? 2 * Math.PI - turn : turn) * 180) / Math.PI
}

/** The direction in which a ring runs at a place, seen over `reach` places on either side. */
export function tangentAt(ring: readonly Point[], place: number, reach: number): Point {
	const at = (k: number) => ring[(k + ring.length) % ring.length] as Point
	const [a, b] = [at(place - reach), at(place + reach)]
	const n = distance(a, b)
	return [(b[0] - a[0]) / n, (b[1] - a[1]) / n]
}

export interface Judged {
	readonly nodes: number
	/** The farthest that the truth lies from the trace or the trace from the truth, px. */
	readonly max: number
	/** How far the trace lies from the truth on average, px. */
	readonly mean: number
	/** Nineteen of twenty places of the trace are no further than this, px. */
	readonly p95: number
}

/** Judges the first outline of an exported drawing against a photo's truth. */
export function judge(svg: string, truth: readonly Point[]): Judged {
	const [outline] = readSvg(svg).pieces[0]?.contours ?? []
	if (!outline) throw new Error('Nothing was traced.')
	const trace = dense(flattenContour(outline, 0.05))
	const out = trace.map((p) => toRing(p, truth))
	const back = truth.filter((_, i) => i % 3 === 0).map((p) => toRing(p, trace))
	return {
		nodes: outline.nodes.length,
		max: Math.max(...out, ...back),
		mean: out.reduce((sum, d) => sum + d, 0) / out.length,
		p95: out.toSorted((a, b) => a - b)[Math.floor(0.95 * out.length)] ?? 0,
	}
}

/** A polyline with points no more than 3 px apart. */
function dense(points: readonly Point[]): Point[] {
	return points.flatMap((p, i) => {
		const q = points[(i + 1) % points.length] ?? p
		const n = Math.max(1, Math.ceil(distance(p, q) / 3))
		return Array.from(
			{ length: n },
			(_, k): Point => [p[0] + ((q[0] - p[0]) * k) / n, p[1] + ((q[1] - p[1]) * k) / n],
		)
	})
}

function toRing(p: Point, ring: readonly Point[]): number {
	let least = Number.POSITIVE_INFINITY
	for (let i = 0; i < ring.length; i++) {
		const d = toChord(p, ring[i] as Point, ring[(i + 1) % ring.length] as Point)
		if (d < least) least = d
	}
	return least
}

function toChord(p: Point, a: Point, b: Point): number {
	return distance(p, footOn(p, a, b))
}

function footOn(p: Point, a: Point, b: Point): Point {
	const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
	const l2 = dx * dx + dy * dy
	const t = l2 > 0 ? Math.min(1, Math.max(0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / l2)) : 0
	return [a[0] + dx * t, a[1] + dy * t]
}

function distance(a: Point, b: Point): number {
	return Math.hypot(a[0] - b[0], a[1] - b[1])
}

function farthest(points: readonly Point[], away: (p: Point) => number): number {
	let best = 0
	for (const [i, p] of points.entries()) if (away(p) > away(points[best] ?? p)) best = i
	return best
}

/**
 * How far a drawing's colours are from its photo's where any of some masks covers, in OKLab, on
 * average; what the drawing leaves bare counts as white.
 */
export async function differenceInside(
	svg: string,
	photo: string,
	masks: readonly string[],
): Promise<number> {
	const { data: shown, info } = await sharp(`public/photos/${photo}.jpg`)
		.removeAlpha()
		.raw()
		.toBuffer({ resolveWithObject: true })
	const drawn = await sharp(Buffer.from(svg))
		.resize(info.width, info.height)
		.flatten({ background: '#ffffff' })
		.raw()
		.toBuffer()
	const covers = await Promise.all(
		masks.map((name) => sharp(`public/photos/truth/${name}.png`).greyscale().raw().toBuffer()),
	)
	const away = differenceEuclidean('oklab')
	const oklab = converter('oklab')
	const colour = (of: Buffer, i: number) => {
		const [r = 0, g = 0, b = 0] = of.subarray(i * 3, i * 3 + 3)
		return oklab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 })
	}
	let sum = 0
	let count = 0
	for (let i = 0; i < info.width * info.height; i += 3) {
		if (!covers.some((cover) => (cover[i] ?? 0) > 127)) continue
		sum += away(colour(shown, i), colour(drawn, i))
		count++
	}
	return sum / count
}
