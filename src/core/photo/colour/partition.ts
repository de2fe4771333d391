import { fitPolyline } from '../../fit/fitPolyline'
import { byteAt, item } from '../../geometry/numbers'
import type { Point } from '../../geometry/point'
import { reverseContour } from '../../path/contour'
import { type Contour, newId, type PathNode } from '../../path/model'

/** A stretch of boundary between two areas, from one place where more than two meet to the next. */
interface Arc {
	/** The labels to its left and right, on screen. */
	readonly left: number
	readonly right: number
	/** Corners of pixels that it begins and ends at. */
	readonly from: number
	readonly to: number
	readonly points: readonly Point[]
}

/** Beyond the picture. */
const NOWHERE = 255
/** Ways along the sides of pixels: right, down, left, up. */
const WAYS = [
	[1, 0],
	[0, 1],
	[-1, 0],
	[0, -1],
] as const

/**
 * The outlines of areas of pixels that share their boundaries: each stretch between two of them is fitted
 * once, and is the same curve in both, so that they neither gape nor overlap.
 * @param labels of each pixel the area it belongs to, below 255
 * @param tolerance how far a boundary may leave the pixels' sides, px
 * @returns of each label its outlines, to be filled by the even-odd rule; pixel (i, j) covers [i, i + 1] × [j, j + 1]
 */
export function partition(
	labels: Uint8Array,
	width: number,
	height: number,
	tolerance: number,
): Map<number, Contour[]> {
	const arcs = arcsOf(labels, width, height)
	const runs = arcs.map((arc) => fitted(arc, tolerance))
	const all = new Map<number, Contour[]>()
	for (const label of new Set(labels)) {
		const own = arcs.flatMap((arc, n) => {
			const run = item(runs, n)
			if (arc.right === label) return [{ from: arc.from, to: arc.to, run }]
			if (arc.left === label) return [{ from: arc.to, to: arc.from, run: reverseContour(run) }]
			return []
		})
		all.set(label, ringsOfRuns(own))
	}
	return all
}

function arcsOf(labels: Uint8Array, width: number, height: number): Arc[] {
	const across = width + 1
	const label = (x: number, y: number) =>
		x < 0 || y < 0 || x >= width || y >= height ? NOWHERE : byteAt(labels, y * width + x)
	/** What lies to the left and right of a side, going from a corner one of the four ways. */
	const sides = (x: number, y: number, way: number): readonly [number, number] => {
		if (way === 0) return [label(x, y - 1), label(x, y)]
		if (way === 1) return [label(x, y), label(x - 1, y)]
		if (way === 2) return [label(x - 1, y), label(x - 1, y - 1)]
		return [label(x - 1, y - 1), label(x, y - 1)]
	}
	const isBoundary = (x: number, y: number, way: number) => {
		const [left, right] = sides(x, y, way)
		return left !== right
	}
	const waysFrom = (x: number, y: number) => [0, 1, 2, 3].filter((way) => isBoundary(x, y, way))
	const isJoint = (x: number, y: number) => waysFrom(x, y).length > 2
	/** Sides that have been gone along, by the corner and way they begin with, rightwards or downwards. */
	const seen = new Uint8Array(2 * across * (height + 1))
	const sideAt = (x: number, y: number, way: number) => {
		if (way < 2) return 2 * (y * across + x) + way
		return way === 2 ? 2 * (y * across + x - 1) : 2 * ((y - 1) * across + x) + 1
	}
	const arcs: Arc[] = []
	const go = (x0: number, y0: number, way0: number) => {
		const [left, right] = sides(x0, y0, way0)
		const points: Point[] = []
		let [x, y, way] = [x0, y0, way0]
		for (;;) {
			seen[sideAt(x, y, way)] = 1
			const [dx, dy] = WAYS[way as 0 | 1 | 2 | 3]
			// Through the middles of sides, so that slanting boundaries have no stairs.
			points.push([x + dx / 2, y + dy / 2])
			x += dx
			y += dy
			if (isJoint(x, y) || (x === x0 && y === y0)) break
			way = item(
				waysFrom(x, y).filter((next) => next !== (way + 2) % 4),
				0,
			)
		}
		const closed = x === x0 && y === y0 && !isJoint(x0, y0)
		const whole = closed ? points : [[x0, y0] as const, ...points, [x, y] as const]
		const ends = [y0 * across + x0, y * across + x] as const
		arcs.push({ left, right, from: ends[0], to: ends[1], points: whole })
	}
	const each = (visit: (x: number, y: number) => void) => {
		for (let y = 0; y <= height; y++) for (let x = 0; x <= width; x++) visit(x, y)
	}
	each((x, y) => {
		if (!isJoint(x, y)) return
		for (const way of waysFrom(x, y)) if (!byteAt(seen, sideAt(x, y, way))) go(x, y, way)
	})
	// What is left has no joint: rings.
	each((x, y) => {
		for (const way of [0, 1])
			if (isBoundary(x, y, way) && !byteAt(seen, sideAt(x, y, way))) go(x, y, way)
	})
	return arcs
}

/** An arc as an outline: closed where it has no ends, else from the one end to the other exactly. */
function fitted({ from, to, points }: Arc, tolerance: number): Contour {
	const first = item(points, 0)
	const last = item(points, points.length - 1)
	const ring =
		from === to && first !== last && Math.hypot(first[0] - last[0], first[1] - last[1]) > 0
	const contour = fitPolyline(Float64Array.from(points.flat()), { closed: ring, tolerance })
	if (ring) return contour
	return {
		...contour,
		nodes: contour.nodes.map((node, n) => {
			if (n === 0) return { ...node, at: first }
			return n === contour.nodes.length - 1 ? { ...node, at: last } : node
		}),
	}
}

interface Run {
	readonly from: number
	readonly to: number
	readonly run: Contour
}

/** Runs joined end to end into closed outlines. */
function ringsOfRuns(runs: readonly Run[]): Contour[] {
	const rings: Contour[] = []
	const left = new Map<number, Run[]>()
	for (const one of runs) {
		if (one.run.closed) rings.push(withNewIds(one.run.nodes))
		else left.set(one.from, [...(left.get(one.from) ?? []), one])
	}
	for (const waiting of left.values())
		for (let begun = waiting.pop(); begun; begun = waiting.pop()) {
			const chain = [begun]
			for (let end = begun.to; end !== begun.from; ) {
				const next = left.get(end)?.pop()
				if (!next) break
				chain.push(next)
				end = next.to
			}
			rings.push(withNewIds(joined(chain.map(({ run }) => run.nodes))))
		}
	return rings.filter(({ nodes }) => nodes.length > 1)
}

/** The nodes of runs in turn; where one ends and the next begins there is one node. */
function joined(runs: readonly (readonly PathNode[])[]): PathNode[] {
	return runs.flatMap((nodes, n) => {
		const before = item(runs, (n + runs.length - 1) % runs.length).at(-1)
		const [first, ...rest] = nodes
		if (!first) return []
		const { in: _, ...bare } = first
		const join: PathNode = { ...bare, ...(before?.in && { in: before.in }), kind: 'corner' }
		const kind = join.in || join.out ? 'cusp' : 'corner'
		return [{ ...join, kind }, ...rest.slice(0, -1)]
	})
}

const withNewIds = (nodes: readonly PathNode[]): Contour => ({
	id: newId(),
	nodes: nodes.map((node) => ({ ...node, id: newId() })),
	closed: true,
})
