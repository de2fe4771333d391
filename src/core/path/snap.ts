import { boxContains, boxesTouch, boxOf, growBox } from '../geometry/box'
import { distance, type Point } from '../geometry/point'
import { contourHull } from './contour'
import { piecesNear } from './edit'
import type { Guide, Sheet } from './model'

/** What a point may snap to. */
export interface SnapTargets {
	/** Upright guides by their x, level ones by their y. */
	readonly xs: readonly number[]
	readonly ys: readonly number[]
	/** Places that take the point whole, before any guide. */
	readonly points: readonly Point[]
}

export interface Snapped {
	readonly at: Point
	/** What caught it, for a sign on screen. */
	readonly caught: {
		readonly x: number | null
		readonly y: number | null
		readonly point: boolean
		/** The photo's edge there, a unit vector along it. */
		readonly along?: Point
	}
}

export const NOTHING_CAUGHT: Snapped['caught'] = { x: null, y: null, point: false }

/**
 * Snaps a point: to the nearest place within reach, otherwise to the nearest upright and the
 * nearest level line within reach, each by itself.
 * @param reach sheet px
 */
export function snapPoint(p: Point, targets: SnapTargets, reach: number): Snapped {
	const place = nearest(targets.points, (q) => distance(p, q), reach)
	if (place) return { at: place, caught: { x: place[0], y: place[1], point: true } }
	const x = nearest(targets.xs, (v) => Math.abs(v - p[0]), reach)
	const y = nearest(targets.ys, (v) => Math.abs(v - p[1]), reach)
	return { at: [x ?? p[0], y ?? p[1]], caught: { x, y, point: false } }
}

/** The guides of a sheet as targets; none where they are hidden. */
export function guideTargets({ guides, guidesHidden }: Sheet): Pick<SnapTargets, 'xs' | 'ys'> {
	const along = (axis: Guide['axis']) =>
		guidesHidden ? [] : guides.filter((g) => g.axis === axis).map((g) => g.at)
	return { xs: along('x'), ys: along('y') }
}

/**
 * The nodes of pieces that show, but for some, as places to snap to from a point.
 * @param reach how far off they matter, sheet px
 */
export function nodeTargets(
	sheet: Sheet,
	p: Point,
	reach: number,
	but: ReadonlySet<string>,
): Point[] {
	const box = growBox(boxOf([p]), reach)
	return piecesNear(sheet, box)
		.filter((piece) => !piece.hidden)
		.flatMap((piece) => piece.contours)
		.filter((contour) => boxesTouch(contourHull(contour), box))
		.flatMap((contour) => contour.nodes)
		.filter((node) => boxContains(box, node.at) && !but.has(node.id))
		.map((node) => node.at)
}

function nearest<T>(all: readonly T[], away: (t: T) => number, reach: number): T | null {
	let best: { target: T; away: number } | null = null
	for (const target of all) {
		const d = away(target)
		if (d <= reach && (!best || d < best.away)) best = { target, away: d }
	}
	return best?.target ?? null
}
