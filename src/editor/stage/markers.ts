import {
	add,
	type Contour,
	isStraight,
	length,
	neighbours,
	type PathNode,
	type Point,
	perpendicular,
	scale,
	segmentCubic,
	subtract,
	unit,
} from '@/core'

/**
 * The shapes by which nodes are told apart, as paths on screen. A corner is a wedge that points
 * outward along the bisector; smooth a disc crossed by a bar along the tangent; symmetric the
 * same with a ring; a cusp a disc split along the bisector.
 */

/** Radii on screen, px. */
const NODE_RADIUS_PX = 3.6
const SELECTED_GROWTH = 1.35
const BAR_SHARE = 2.1
const RING_SHARE = 1.75
const SPLIT_SHARE = 0.42

/** One frame's nodes of one look, gathered so that each look is filled and stroked once. */
export interface MarkerPaths {
	/** Filled with ink: corners are solid. */
	readonly solids: Path2D
	/** Filled and lined. */
	readonly bodies: Path2D
	/** Lined only: bars and rings. */
	readonly strokes: Path2D
}

export function newMarkerPaths(): MarkerPaths {
	return { solids: new Path2D(), bodies: new Path2D(), strokes: new Path2D() }
}

/** Nodes nearer to each other than this on screen are marked smaller, px; the least size, a share. */
const ROOMY_PX = 26
const LEAST_SIZE = 0.68

/** How large a mark is drawn whose neighbour is so far off on screen (px): crowded nodes can still be told apart. */
export function markerSize(room: number): number {
	return Math.min(1, Math.max(LEAST_SIZE, room / ROOMY_PX))
}

/** Adds the mark of the node at `index` to `paths`, at `on` (screen px). */
export function addMarker(
	paths: MarkerPaths,
	contour: Contour,
	index: number,
	on: Point,
	o: { selected: boolean; size: number },
): void {
	const node = contour.nodes[index]
	if (!node) return
	const radius = NODE_RADIUS_PX * o.size * (o.selected ? SELECTED_GROWTH : 1)
	switch (node.kind) {
		case 'corner':
			addWedge(paths.solids, on, outward(contour, index), radius * 1.35)
			return
		case 'cusp':
			addSplitDisc(paths.bodies, on, outward(contour, index), radius * 1.1)
			return
		case 'symmetric':
			addDisc(paths.strokes, on, radius * RING_SHARE)
			addBarredDisc(paths, on, tangent(contour, index), radius)
			return
		default:
			addBarredDisc(paths, on, tangent(contour, index), radius)
	}
}

/** Adds a flag that shows which way the outline runs from its first node. */
export function addFlag(path: Path2D, contour: Contour, on: Point): void {
	const along = leaving(contour)
	const up = scale(perpendicular(along), -1)
	const foot = add(on, scale(up, 7))
	const top = add(on, scale(up, 16))
	path.moveTo(...foot)
	path.lineTo(...top)
	path.lineTo(...add(add(foot, scale(up, 5)), scale(along, 8)))
	path.closePath()
}

function addWedge(path: Path2D, [x, y]: Point, [ux, uy]: Point, r: number): void {
	path.moveTo(x + ux * r * 1.25, y + uy * r * 1.25)
	path.lineTo(x - ux * r * 0.75 - uy * r, y - uy * r * 0.75 + ux * r)
	path.lineTo(x - ux * r * 0.75 + uy * r, y - uy * r * 0.75 - ux * r)
	path.closePath()
}

function addBarredDisc({ bodies, strokes }: MarkerPaths, on: Point, along: Point, r: number): void {
	addDisc(bodies, on, r)
	strokes.moveTo(...add(on, scale(along, -r * BAR_SHARE)))
	strokes.lineTo(...add(on, scale(along, -r)))
	strokes.moveTo(...add(on, scale(along, r)))
	strokes.lineTo(...add(on, scale(along, r * BAR_SHARE)))
}

function addSplitDisc(path: Path2D, on: Point, axis: Point, r: number): void {
	const angle = Math.atan2(axis[1], axis[0])
	for (const side of [1, -1]) {
		const [x, y] = add(on, scale(perpendicular(axis), side * r * SPLIT_SHARE))
		const from = angle + (side > 0 ? 0 : Math.PI)
		path.moveTo(x + r * Math.cos(from), y + r * Math.sin(from))
		path.arc(x, y, r, from, from + Math.PI)
		path.closePath()
	}
}

function addDisc(path: Path2D, [x, y]: Point, r: number): void {
	path.moveTo(x + r, y)
	path.arc(x, y, r, 0, 2 * Math.PI)
}

/** Where the outline comes from and goes to at a node: directions of its handles or segments. */
function arms(contour: Contour, index: number): [Point, Point] {
	const node = contour.nodes[index]
	if (!node)
		return [
			[-1, 0],
			[1, 0],
		]
	const { before, after } = neighbours(contour, index)
	const back = node.in ?? (before && farHandle(before, node, 'out')) ?? before?.at
	const ahead = node.out ?? (after && farHandle(node, after, 'in')) ?? after?.at
	const u = back ? unit(subtract(back, node.at)) : null
	const v = ahead ? unit(subtract(ahead, node.at)) : null
	return [u ?? scale(v ?? [1, 0], -1), v ?? scale(u ?? [-1, 0], -1)]
}

function farHandle(from: PathNode, to: PathNode, side: 'in' | 'out'): Point | undefined {
	return side === 'out' ? from.out : to.in
}

function tangent(contour: Contour, index: number): Point {
	const [back, ahead] = arms(contour, index)
	const along = unit(subtract(ahead, back))
	return length(along) > 0 ? along : perpendicular(ahead)
}

/** Away from the inside of the bend. */
function outward(contour: Contour, index: number): Point {
	const [back, ahead] = arms(contour, index)
	const inside = add(back, ahead)
	return length(inside) > 1e-3 ? scale(unit(inside), -1) : perpendicular(ahead)
}

function leaving(contour: Contour): Point {
	const [from, to] = contour.nodes
	if (!from || !to) return [1, 0]
	const [a, b, c, d] = segmentCubic({ from, to })
	const next = isStraight(from, to) ? d : [b, c, d].find((p) => length(subtract(p, a)) > 1e-9)
	return unit(subtract(next ?? d, a))
}
