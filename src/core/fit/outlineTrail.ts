import { derivativeAt, pointAt } from '../geometry/cubic'
import { item } from '../geometry/numbers'
import { cross, dot, length, type Point, unit } from '../geometry/point'
import { neighbours, type Segment, segmentCubic, segments } from '../path/contour'
import type { Contour } from '../path/model'
import type { CornerMark } from './corners'
import { type Joint, smoothJoint } from './joint'

/** An outline as closely spaced points, for a fit of what is drawn already. */
export interface OutlineTrail {
	/** x0, y0, x1, y1 …, px */
	readonly points: Float64Array
	/** Where the outline turns at a node, by point. */
	readonly corners: readonly CornerMark[]
	/** The nodes as joints, exactly: in place and in the directions of their segments. */
	readonly joints: readonly Joint[]
}

/** At most about so many points stand for a whole outline. */
const MOST_POINTS = 9000
/** Points of a segment at least, for its windows. */
const LEAST_POINTS = 4
/** A node that turns less is no corner, radians. */
const SEEN_TURN = 0.09
/** Steps of the table that turns parameters into lengths. */
const TABLE = 24

/**
 * Samples an outline evenly along each segment.
 * @param step px between points, more where the outline is long
 */
export function outlineTrail(contour: Contour, step: number): OutlineTrail {
	const all = segments(contour)
	const tables = all.map(lengthTable)
	const whole = tables.reduce((sum, table) => sum + item(table, table.length - 1), 0)
	const spacing = Math.max(step, whole / MOST_POINTS)
	const points: number[] = []
	const nodeAt: number[] = []
	for (const [k, segment] of all.entries()) {
		const table = tables[k] as number[]
		const reach = item(table, table.length - 1)
		nodeAt.push(points.length / 2)
		if (reach === 0) continue
		const cubic = segmentCubic(segment)
		const count = Math.max(LEAST_POINTS, Math.round(reach / spacing))
		let row = 0
		for (let i = 0; i < count; i++) {
			const along = (reach * i) / count
			while (row + 1 < TABLE && item(table, row + 1) <= along) row++
			const [from, to] = [item(table, row), item(table, row + 1)]
			const t = (row + (to > from ? (along - from) / (to - from) : 0)) / TABLE
			points.push(...pointAt(cubic, t))
		}
	}
	const end = all.at(-1)?.to
	if (!contour.closed && end) {
		nodeAt.push(points.length / 2)
		points.push(...end.at)
	}
	const corners = contour.nodes.flatMap((_, k): CornerMark[] => {
		const turn = turnAt(contour, k)
		return Math.abs(turn) < SEEN_TURN ? [] : [{ i: item(nodeAt, k), turn }]
	})
	const joints = contour.nodes.flatMap((node, k): Joint[] => {
		const { before, after } = neighbours(contour, k)
		if (!before || !after) return []
		const [inX, inY] = unit(directionAt({ from: before, to: node }, 1))
		const [outX, outY] = unit(directionAt({ from: node, to: after }, 0))
		const [x, y] = node.at
		const corner = Math.abs(turnAt(contour, k)) >= SEEN_TURN
		return [{ ...smoothJoint(item(nodeAt, k), x, y, inX, inY), outX, outY, corner }]
	})
	return { points: Float64Array.from(points), corners, joints }
}

/** Lengths from the start of a segment at even parameters. */
function lengthTable(segment: Segment): number[] {
	const cubic = segmentCubic(segment)
	const lengths = [0]
	let before = pointAt(cubic, 0)
	for (let k = 1; k <= TABLE; k++) {
		const here = pointAt(cubic, k / TABLE)
		lengths.push(item(lengths, k - 1) + Math.hypot(here[0] - before[0], here[1] - before[1]))
		before = here
	}
	return lengths
}

/** The turn at a node, radians, positive clockwise on screen; none at an open end. */
export function turnAt(contour: Contour, k: number): number {
	const node = contour.nodes[k]
	const { before, after } = neighbours(contour, k)
	if (!node || !before || !after) return 0
	const arriving = directionAt({ from: before, to: node }, 1)
	const leaving = directionAt({ from: node, to: after }, 0)
	return Math.atan2(cross(arriving, leaving), dot(arriving, leaving))
}

/** The direction in which an open outline begins … */
export function startDirection(contour: Contour): Point {
	const [first] = segments(contour)
	return first ? directionAt(first, 0) : [0, 0]
}

/** … and in which it ends. */
export function endDirection(contour: Contour): Point {
	const last = segments(contour).at(-1)
	return last ? directionAt(last, 1) : [0, 0]
}

/** The derivative at an end of a segment; a hair inside where a handle is retracted. */
function directionAt(segment: Pick<Segment, 'from' | 'to'>, t: 0 | 1): Point {
	const cubic = segmentCubic(segment)
	const d = derivativeAt(cubic, t)
	return length(d) > 0 ? d : derivativeAt(cubic, t === 0 ? 1e-3 : 1 - 1e-3)
}
