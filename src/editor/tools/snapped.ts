import {
	guideTargets,
	NOTHING_CAUGHT,
	nodeTargets,
	type Point,
	type Snapped,
	snapPoint,
} from '@/core'
import type { Bench, PointerInput } from '@/editor/bench/tool'

/** How near on screen a point must come to be caught, px: nearer than what it takes to be grabbed. */
const SNAP_PX = 6

const NONE: ReadonlySet<string> = new Set()

/**
 * Where a point comes to lie under the snapping in force.
 * @param o.but nodes that are being moved: they catch nothing
 * @param o.levelWith the node whose handle the point is: it may lie level with it or upright
 */
export function snapped(
	sight: Pick<Bench, 'sheet' | 'snapping'>,
	p: Point,
	{ pixel }: PointerInput,
	o: { but?: ReadonlySet<string>; levelWith?: Point | undefined } = {},
): Snapped {
	const { guides, nodes, level } = sight.snapping()
	if (!guides && !nodes && !(level && o.levelWith)) return { at: p, caught: NOTHING_CAUGHT }
	const sheet = sight.sheet()
	const lines = guides ? guideTargets(sheet) : { xs: [], ys: [] }
	const own = level && o.levelWith ? o.levelWith : null
	return snapPoint(
		p,
		{
			xs: own ? [...lines.xs, own[0]] : lines.xs,
			ys: own ? [...lines.ys, own[1]] : lines.ys,
			points: nodes && !o.levelWith ? nodeTargets(sheet, o.but ?? NONE) : [],
		},
		SNAP_PX * pixel,
	)
}

/** The snap as a sign to show, or `null` where nothing was caught. */
export function sign(snap: Snapped): Snapped | null {
	return snap.caught.x === null && snap.caught.y === null ? null : snap
}
