import {
	add,
	distance,
	dot,
	guideTargets,
	NOTHING_CAUGHT,
	nodeTargets,
	type Point,
	type Snapped,
	scale,
	snapPoint,
	subtract,
} from '@/core'
import type { EdgeReading } from '@/editor/session/edgeReading'
import { type Bench, NO_SNAPPING, type PointerInput } from '@/editor/session/tool'

/** How near on screen a point must come to be caught, px: nearer than what it takes to be grabbed. */
const SNAP_PX = 6

/** A node so near to an edge is on it, px on screen. */
const ON_EDGE_PX = 2

const NONE: ReadonlySet<string> = new Set()

/**
 * Where a point comes to lie under the snapping in force.
 * @param o.but nodes that are being moved: they catch nothing
 * @param o.levelWith the node whose handle the point is: it may lie level with it or upright
 */
export function snapped(
	sight: Pick<Bench, 'sheet' | 'snapping' | 'edges'>,
	p: Point,
	{ pixel }: PointerInput,
	o: { but?: ReadonlySet<string>; levelWith?: Point | undefined } = {},
): Snapped {
	const { guides, nodes, level, edges } = sight.snapping()
	if (!guides && !nodes && !edges && !(level && o.levelWith))
		return { at: p, caught: NOTHING_CAUGHT }
	const sheet = sight.sheet()
	const lines = guides ? guideTargets(sheet) : { xs: [], ys: [] }
	const reach = SNAP_PX * pixel
	const own = level && o.levelWith ? o.levelWith : null
	const found = snapPoint(
		p,
		{
			xs: own ? [...lines.xs, own[0]] : lines.xs,
			ys: own ? [...lines.ys, own[1]] : lines.ys,
			points: nodes && !o.levelWith ? nodeTargets(sheet, p, reach, o.but ?? NONE) : [],
		},
		reach,
	)
	if (!edges || isCaught(found)) return found
	return (o.levelWith ? onTangent : onEdge)(sight.edges(), p, pixel, o.levelWith) ?? found
}

/** On the photo's edge near by. */
function onEdge(edges: EdgeReading, p: Point, pixel: number): Snapped | null {
	edges.there(p)
	const edge = edges.snap(p, { reach: SNAP_PX * pixel })
	return edge ? { at: edge.at, caught: { ...NOTHING_CAUGHT, along: edge.tangent } } : null
}

/** A handle of a node on an edge may lie along it: on the line through the node, where it is near. */
function onTangent(
	edges: EdgeReading,
	p: Point,
	pixel: number,
	node: Point | undefined,
): Snapped | null {
	const edge = node && edges.snap(node, { reach: ON_EDGE_PX * pixel })
	if (!node || !edge) return null
	const along = dot(subtract(p, node), edge.tangent)
	const at = add(node, scale(edge.tangent, along))
	if (distance(at, p) > SNAP_PX * pixel) return null
	return { at, caught: { ...NOTHING_CAUGHT, along: edge.tangent } }
}

const isCaught = ({ caught }: Snapped) => caught.x !== null || caught.y !== null

/** Whether the key is held that frees points: they snap to nothing, and ends are not joined. */
export const isFreed = (sight: Pick<Bench, 'snapping'>): boolean => sight.snapping() === NO_SNAPPING

/** The same without the photo's edges: for what is laid by its frame. */
export const offEdges = <S extends Pick<Bench, 'snapping'>>(sight: S): S => ({
	...sight,
	snapping: () => {
		const snapping = sight.snapping()
		return snapping.edges ? { ...snapping, edges: false } : snapping
	},
})

/** What a point that came to lie on another snapped to, as a sign to show. */
export const caughtBy = (at: Point): Snapped => ({
	at,
	caught: { x: at[0], y: at[1], point: true },
})

/** The snap as a sign to show, or `null` where nothing was caught. */
export function sign(snap: Snapped): Snapped | null {
	return isCaught(snap) || snap.caught.along ? snap : null
}
