import {
	type Contour,
	distance,
	type PathNode,
	type Point,
	pointAt,
	segmentCubic,
	segments,
} from '../src/core'

/** How a designer's nodes are met by those of a fit. */
export interface Placement {
	/** Smooth nodes of the designer's at outermost points of curves, with level or upright handles. */
	outermost: number
	/** Those at which the fit has a node that is level or upright in the same way, to one degree. */
	carried: number
	/** The designer's nodes that turn plainly. */
	corners: number
	/** Those at which the fit turns, too. */
	found: number
}

/** Along a flat curve an outermost point may lie this far off, px … */
const ALONG_PX = 12
/** … a corner may not. */
const BESIDE_PX = 4
const LEVEL = Math.sin(Math.PI / 180)
/** A designer's node that turns more is a corner, radians; a fit's node from half of that. */
const CORNER = 0.5

/** @param pairs outlines as they were drawn, and as they were fitted */
export function placement(pairs: Iterable<readonly [drawn: Contour, fitted: Contour]>): Placement {
	const sum: Placement = { outermost: 0, carried: 0, corners: 0, found: 0 }
	for (const [drawn, fitted] of pairs) {
		const made = fitted.nodes.map((_, k) => bearing(fitted, k))
		for (const k of drawn.nodes.keys()) {
			const own = bearing(drawn, k)
			const near = (reach: number) => made.filter(({ at }) => distance(at, own.at) <= reach)
			if (own.turn > CORNER) {
				sum.corners++
				if (near(BESIDE_PX).some(({ turn }) => turn > CORNER / 2)) sum.found++
			} else if (own.level !== null && own.curved && isOutermost(drawn, k, own.level)) {
				sum.outermost++
				if (near(ALONG_PX).some(({ level }) => level === own.level)) sum.carried++
			}
		}
	}
	return sum
}

interface Bearing {
	readonly at: Point
	/** radians */
	readonly turn: number
	/** The coordinate that it is outermost in, where both directions are level or upright. */
	readonly level: 0 | 1 | null
	/** Both its segments are curves. */
	readonly curved: boolean
}

function bearing({ nodes }: Contour, k: number): Bearing {
	const n = nodes.length
	const node = nodes[k] as PathNode
	const before = nodes[(k + n - 1) % n] as PathNode
	const after = nodes[(k + 1) % n] as PathNode
	const [ax, ay] = direction(node.in ?? before.out ?? before.at, node.at)
	const [bx, by] = direction(node.at, node.out ?? after.in ?? after.at)
	const level = (a: number, b: number) => Math.abs(a) <= LEVEL && Math.abs(b) <= LEVEL
	const goesOn = ax * bx + ay * by > 0
	return {
		at: node.at,
		turn: Math.abs(Math.atan2(ax * by - ay * bx, ax * bx + ay * by)),
		level: !goesOn ? null : level(ay, by) ? 1 : level(ax, bx) ? 0 : null,
		curved: Boolean((node.in ?? before.out) && (node.out ?? after.in)),
	}
}

function direction(from: Point, to: Point): Point {
	const [x, y] = [to[0] - from[0], to[1] - from[1]]
	const n = Math.hypot(x, y) || 1
	return [x / n, y / n]
}

/** Whether the curve lies on one side of a node in one coordinate. */
function isOutermost(contour: Contour, k: number, axis: 0 | 1): boolean {
	const all = [...segments(contour)]
	const own = contour.nodes[k]?.at[axis] ?? 0
	const beside = [
		[all[(k + all.length - 1) % all.length], 0.7],
		[all[k], 0.3],
	] as const
	const off = beside.map(([segment, t]) =>
		segment ? pointAt(segmentCubic(segment), t)[axis] - own : 0,
	)
	return off.every((v) => v >= 0) || off.every((v) => v <= 0)
}
