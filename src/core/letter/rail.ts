import { arcLength, type Cubic, derivativeAt, parameterAtLength, pointAt } from '../geometry/cubic'
import { item } from '../geometry/numbers'
import { add, length, type Point, scale, subtract, unit } from '../geometry/point'
import { reverseContour, segmentCubic, segments } from '../path/contour'
import type { Contour } from '../path/model'

/** An outline by the length gone along it. */
export interface Rail {
	/** px */
	readonly length: number
	readonly closed: boolean
	/**
	 * The place so far along it, px, and the direction there, of length 1. A closed outline goes on over its first node;
	 * an open one straight on beyond its ends.
	 */
	at(s: number): { readonly p: Point; readonly along: Point }
}

/** How closely lengths are measured, px. */
const EXACT_PX = 1e-4

/**
 * @param o.between the nodes between which it goes, by their ids, if the outline still has both
 * @param o.reversed from its end to its beginning
 */
export function railOf(
	contour: Contour,
	{ between, reversed = false }: { between?: readonly [string, string]; reversed?: boolean } = {},
): Rail {
	const way = wayAlong(contour, { between, reversed })
	const curves = segments(way).map(segmentCubic)
	const ends: number[] = []
	let whole = 0
	for (const curve of curves) {
		whole += arcLength(curve, EXACT_PX)
		ends.push(whole)
	}
	const first = way.nodes[0]?.at ?? [0, 0]
	if (whole === 0)
		return { length: 0, closed: false, at: (s) => ({ p: add(first, [s, 0]), along: [1, 0] }) }
	const inside = (s: number) => {
		let k = lowest(ends, s)
		while (k < ends.length - 1 && item(ends, k) === (ends[k - 1] ?? 0)) k++
		const from = ends[k - 1] ?? 0
		const curve = item(curves, k)
		const t = parameterAtLength(curve, Math.min(1, (s - from) / (item(ends, k) - from || 1)))
		return { p: pointAt(curve, t), along: directionAt(curve, t) }
	}
	return {
		length: whole,
		closed: way.closed,
		at: (s) => {
			if (way.closed) return inside(((s % whole) + whole) % whole)
			if (s >= 0 && s <= whole) return inside(s)
			const { p, along } = inside(s < 0 ? 0 : whole)
			return { p: add(p, scale(along, s < 0 ? s : s - whole)), along }
		},
	}
}

/** The outline, or the part of it, that a rail goes along, from where it begins. */
export function wayAlong(
	contour: Contour,
	{
		between,
		reversed = false,
	}: { between?: readonly [string, string] | undefined; reversed?: boolean },
): Contour {
	const part = (between && stretchBetween(contour, ...between)) ?? contour
	return reversed ? reverseContour(part) : part
}

/** The first of rising numbers that is at least `s`, or the last. */
function lowest(rising: readonly number[], s: number): number {
	let low = 0
	let high = rising.length - 1
	while (low < high) {
		const middle = (low + high) >> 1
		if (item(rising, middle) < s) low = middle + 1
		else high = middle
	}
	return low
}

/** Where a handle is retracted a curve stands still: its direction is that just beside. */
function directionAt(curve: Cubic, t: number): Point {
	const speed = derivativeAt(curve, t)
	if (length(speed) > 1e-9) return unit(speed)
	const [a, b] = [Math.max(0, t - 1e-3), Math.min(1, t + 1e-3)]
	return unit(subtract(pointAt(curve, b), pointAt(curve, a)))
}

/** The outline from one node to another as an open one; `null` where it no longer has both. */
function stretchBetween(contour: Contour, from: string, to: string): Contour | null {
	const { nodes, closed } = contour
	const a = nodes.findIndex(({ id }) => id === from)
	const b = nodes.findIndex(({ id }) => id === to)
	if (a < 0 || b < 0 || a === b) return null
	if (a < b) return { ...contour, closed: false, nodes: nodes.slice(a, b + 1) }
	return closed
		? { ...contour, closed: false, nodes: [...nodes.slice(a), ...nodes.slice(0, b + 1)] }
		: reverseContour({ ...contour, nodes: nodes.slice(b, a + 1) })
}
