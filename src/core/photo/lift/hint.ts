import { type Box, boxOf } from '../../geometry/box'
import { at, item } from '../../geometry/numbers'
import { distance, type Point } from '../../geometry/point'
import type { Contour } from '../../path/model'
import { type Grid, insideOf } from '../inside'

/** A stroke of the brush; a dab is a stroke of one point. */
export interface Stroke {
	/** x0, y0, x1, y1 …, px. */
	readonly points: Float64Array
	/** Of the brush, px. */
	readonly radius: number
}

/** Where the object is. */
export interface LiftHint {
	/** The object lies within. */
	readonly box?: Box
	/** The object lies within this ring. */
	readonly lasso?: readonly Point[]
	/** These belong to it, … */
	readonly inside?: readonly Stroke[]
	/** … and these do not; … */
	readonly outside?: readonly Stroke[]
	/** … and after them, in the order in which they were drawn, these do or do not. */
	readonly dabs?: readonly Dab[]
	/** What these closed outlines fill is another object's: it is not taken again. */
	readonly taken?: readonly Contour[]
	/** The object's outline as it was drawn: its edge is sought near by, not the object. */
	readonly shape?: readonly Contour[]
}

/** A stroke of which is said whether what it lies on belongs to the object. */
export interface Dab extends Stroke {
	readonly side: 'inside' | 'outside'
}

/** All strokes of a hint in the order in which they count. */
export function dabsOf({ inside = [], outside = [], dabs = [] }: LiftHint): Dab[] {
	return [
		...inside.map((stroke): Dab => ({ ...stroke, side: 'inside' })),
		...outside.map((stroke): Dab => ({ ...stroke, side: 'outside' })),
		...dabs,
	]
}

/** Why nothing can be lifted, in words for the person who asked. */
export class NothingToLift extends Error {}

/** A box or lasso of less than this across holds no object, px. */
const LEAST_PX = 4

/** The part of the photo that the object lies in. @throws NothingToLift where the hint names none */
export function regionOf(hint: LiftHint, width: number, height: number): Box {
	const { box, lasso, inside = [], outside = [] } = hint
	const named = box ?? (lasso ? boxOf(lasso) : null)
	const all = dabsOf(hint)
	const ours = all.filter(({ side }) => side === 'inside')
	const numbers = [
		...Object.values(named ?? {}),
		...(lasso ?? []).flat(),
		...all.flatMap(({ points, radius }) => [...points, radius]),
	]
	if (!numbers.every(Number.isFinite))
		throw new NothingToLift('Some of the numbers are not numbers.')
	for (const { points } of ours)
		for (const [x, y] of pairs(points))
			if (named && (x < named.minX || y < named.minY || x > named.maxX || y > named.maxY))
				throw new NothingToLift('A stroke for what belongs to the object lies outside its box.')
	for (const one of inside)
		for (const other of outside)
			if (meet(one, other))
				throw new NothingToLift(
					'What belongs to the object was also said not to: take a stroke back.',
				)
	const region = named ?? { minX: 0, minY: 0, maxX: width, maxY: height }
	if (!named && ours.length === 0)
		throw new NothingToLift('Draw a box or a lasso round the object.')
	const kept: Box = {
		minX: Math.max(0, region.minX),
		minY: Math.max(0, region.minY),
		maxX: Math.min(width, region.maxX),
		maxY: Math.min(height, region.maxY),
	}
	if (region.maxX - region.minX < LEAST_PX || region.maxY - region.minY < LEAST_PX)
		throw new NothingToLift('The box is too small to hold anything: drag it round the object.')
	if (kept.maxX - kept.minX < LEAST_PX || kept.maxY - kept.minY < LEAST_PX)
		throw new NothingToLift('The box lies outside the photo.')
	return kept
}

const pairs = (points: Float64Array): Point[] =>
	Array.from({ length: points.length >> 1 }, (_, i) => [at(points, 2 * i), at(points, 2 * i + 1)])

/** Whether the middles of two strokes run over each other. */
function meet(one: Stroke, other: Stroke): boolean {
	const reach = Math.min(one.radius, other.radius) / 2
	return pairs(one.points).some((p) => pairs(other.points).some((q) => distance(p, q) <= reach))
}

export const OPEN = 0
export const IN = 1
export const OUT = 2

/**
 * What the box or lasso of a hint says of each pixel of a part of the photo, made smaller by a factor:
 * `OPEN` within it, `OUT` beyond.
 */
export function seedsOf({ lasso, taken = [] }: LiftHint, region: Box, grid: Grid): Uint8Array {
	const { left, top, width, height, factor } = grid
	const ring = lasso ?? [
		[region.minX, region.minY],
		[region.maxX, region.minY],
		[region.maxX, region.maxY],
		[region.minX, region.maxY],
	]
	const seeds = new Uint8Array(width * height).fill(OUT)
	for (let j = 0; j < height; j++)
		for (const [from, to] of within(ring, top + (j + 0.5) * factor)) {
			// Pixels whose centres lie between, and within the region that is on the photo.
			const first = Math.ceil((Math.max(from, region.minX) - left) / factor - 0.5)
			const last = Math.floor((Math.min(to, region.maxX) - left) / factor - 0.5)
			if (top + (j + 0.5) * factor < region.minY || top + (j + 0.5) * factor > region.maxY) continue
			seeds.fill(OPEN, j * width + Math.max(0, first), j * width + Math.min(width, last + 1))
		}
	for (const [k, is] of taken.length > 0 ? insideOf(taken, grid).entries() : [])
		if (is) seeds[k] = OUT
	return seeds
}

/** The stretches of a row that lie within a ring, by its winding. */
function within(ring: readonly Point[], y: number): [number, number][] {
	const crossings = ring.flatMap((a, n): { readonly x: number; readonly turn: number }[] => {
		const b = item(ring, (n + 1) % ring.length)
		if (a[1] <= y === b[1] <= y) return []
		return [{ x: a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0]), turn: b[1] > a[1] ? 1 : -1 }]
	})
	crossings.sort((p, q) => p.x - q.x)
	const stretches: [number, number][] = []
	let winding = 0
	for (const [n, { x, turn }] of crossings.entries()) {
		winding += turn
		const next = crossings[n + 1]
		if (winding !== 0 && next) stretches.push([x, next.x])
	}
	return stretches
}

/** Hands paint past edges: a brush is sure of what lies within this share of its radius. */
const SURE_SHARE = 0.4

/** The pixels that a stroke is sure of; one at least for each of its points on the grid. */
export function brushed({ points, radius }: Stroke, grid: Grid): Set<number> {
	const { left, top, width, height, factor } = grid
	const found = new Set<number>()
	const all = pairs(points)
	const reach = Math.max(0.5, (SURE_SHARE * radius) / factor)
	for (const [n, b] of all.entries()) {
		const a = all[n - 1] ?? b
		const steps = Math.max(1, Math.ceil(distance(a, b) / Math.max(factor, radius / 4)))
		for (let s = 0; s <= steps; s++) {
			const x = (a[0] + ((b[0] - a[0]) * s) / steps - left) / factor
			const y = (a[1] + ((b[1] - a[1]) * s) / steps - top) / factor
			const own = Math.floor(y) * width + Math.floor(x)
			if (x >= 0 && y >= 0 && x < width && y < height) found.add(own)
			for (let j = Math.max(0, Math.floor(y - reach)); j <= Math.min(height - 1, y + reach); j++)
				for (let i = Math.max(0, Math.floor(x - reach)); i <= Math.min(width - 1, x + reach); i++)
					if (Math.hypot(i + 0.5 - x, j + 0.5 - y) <= reach) found.add(j * width + i)
		}
	}
	return found
}
