import { distance, type Point, subtract, unit } from '../../geometry/point'
import { directionAt, type EdgeField, logAt, toneAt } from './edgeField'
import { edgesAlong, leastLog, SIDE_PX } from './edgesAlong'
import type { Tone } from './tones'

/** A place on an edge. */
export interface EdgePlace {
	readonly at: Point
	/** Along the edge, a unit vector: what is lighter lies to its right on screen. */
	readonly tangent: Point
	/** Levels per px. */
	readonly strength: number
	/** The colours on its darker and its lighter side. */
	readonly sides: readonly [dark: Tone, light: Tone]
}

export interface SnapOptions {
	/** How far the edge may be, px; 8 unless said otherwise. */
	readonly reach?: number
	/** The place that the edge should lie towards, seen from where one asks; anywhere unless said otherwise. */
	readonly toward?: Point
	/** Whether the photo's own frame is an edge too, where there is no other; it is not unless said otherwise. */
	readonly frame?: boolean
}

const REACH_PX = 8
/** An edge at the end of reach counts as much less, in octaves of strength. */
const FAR = 2
const NO_TONE: Tone = [0, 0, 0]
/** Steps along the edge to the place nearest to where one asks. */
const STEPS = 4

/**
 * The place nearest by on the edge that stands out most, at subpixel precision: strength counts, and
 * nearness.
 * @param at px; pixel (i, j) has its centre at (i + ½, j + ½)
 * @returns nothing where there is no edge within reach
 */
export function snapToEdge(
	field: EdgeField,
	at: Point,
	{ reach = REACH_PX, toward, frame = false }: SnapOptions = {},
): EdgePlace | undefined {
	return onPhotosEdge(field, at, reach, toward) ?? (frame ? onFrame(field, at, reach) : undefined)
}

/** The place nearest by on the photo's frame: it is as long as the photo and has no strength. */
export function onFrame(
	{ width, height }: EdgeField,
	[x, y]: Point,
	reach: number,
): EdgePlace | undefined {
	const sides: readonly (readonly [far: number, at: Point, tangent: Point])[] = [
		[Math.abs(x), [0, y], [0, 1]],
		[Math.abs(width - x), [width, y], [0, 1]],
		[Math.abs(y), [x, 0], [1, 0]],
		[Math.abs(height - y), [x, height], [1, 0]],
	]
	const near = sides.filter(([far]) => far <= reach)
	const [best] = near.toSorted((a, b) => a[0] - b[0])
	if (!best) return undefined
	const [, [u, v], tangent] = best
	const at: Point = [Math.max(0, Math.min(width, u)), Math.max(0, Math.min(height, v))]
	return { at, tangent, strength: 0, sides: [NO_TONE, NO_TONE] }
}

function onPhotosEdge(
	field: EdgeField,
	at: Point,
	reach: number,
	toward: Point | undefined,
): EdgePlace | undefined {
	const found = bestPixel(field, at, reach, toward)
	if (!found) return undefined
	let place = onEdge(field, found)
	for (let step = 0; place && step < STEPS; step++) {
		const [tx, ty] = place.tangent
		const along = (at[0] - place.at[0]) * tx + (at[1] - place.at[1]) * ty
		if (Math.abs(along) < 1e-3) break
		// No further than the edge stays straight.
		const by = Math.max(-2, Math.min(2, along))
		const next = onEdge(field, [place.at[0] + by * tx, place.at[1] + by * ty])
		if (!next || distance(next.at, at) > distance(place.at, at) + 1e-6) break
		place = next
	}
	if (!place || distance(place.at, at) > reach) return undefined
	return liesToward(toward, at, place.at) ? place : undefined
}

/** Half a px the other way is still towards. */
const BACK_PX = 0.5

function liesToward(toward: Point | undefined, from: Point, place: Point): boolean {
	if (!toward) return true
	const [x, y] = unit(subtract(toward, from))
	return x * (place[0] - from[0]) + y * (place[1] - from[1]) >= -BACK_PX
}

function bestPixel(field: EdgeField, [x, y]: Point, reach: number, toward?: Point): Point | null {
	let best: Point | null = null
	let most = Number.NEGATIVE_INFINITY
	for (let j = Math.floor(y - reach); j <= y + reach; j++)
		for (let i = Math.floor(x - reach); i <= x + reach; i++) {
			const [dx, dy] = [i + 0.5 - x, j + 0.5 - y]
			const away = Math.hypot(dx, dy)
			if (away > reach || i < 0 || j < 0 || i >= field.width || j >= field.height) continue
			const log = logAt(field, i, j)
			if (log < leastLog(field, i, j)) continue
			if (!liesToward(toward, [x, y], [i + 0.5, j + 0.5])) continue
			const worth = log - FAR * (away / reach) ** 2
			if (worth <= most) continue
			most = worth
			best = [i + 0.5, j + 0.5]
		}
	return best
}

/** The edge's own place beside one that is near it, along the steepest change there. */
export function onEdge(field: EdgeField, [x, y]: Point): EdgePlace | undefined {
	const angle = directionAt(field, Math.floor(x), Math.floor(y))
	const [nx, ny] = [Math.cos(angle), Math.sin(angle)]
	const [edge] = edgesAlong(field, x, y, nx, ny, -2.5, 2.5).sort(
		(a, b) => Math.abs(a.t) - Math.abs(b.t),
	)
	if (!edge) return undefined
	const at: Point = [x + edge.t * nx, y + edge.t * ny]
	const [dx, dy] = [edge.lighter * SIDE_PX * nx, edge.lighter * SIDE_PX * ny]
	const sides = [
		toneAt(field, at[0] - dx, at[1] - dy),
		toneAt(field, at[0] + dx, at[1] + dy),
	] as const
	return { at, tangent: [ny, -nx], strength: 2 ** edge.log, sides }
}
