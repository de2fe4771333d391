import { thin } from '../fit/thin'
import { distance } from '../geometry/point'
import { ringedOf } from '../path/enclosing'
import type { Contour } from '../path/model'
import { combine } from './combine'
import { offset } from './offset'

/**
 * Areas that lie edge to edge, each reaching a little under those above it: where readers blend their edges nothing
 * beneath shines through. What is seen stays as it was, and nothing reaches beyond the areas together.
 * @param areas from the lowest up, each its outlines
 * @param by how far, px; 0 leaves them as they are
 */
export function trapped(areas: readonly (readonly Contour[])[], by: number): Contour[][] {
	if (by <= 0) return areas.map((area) => [...area])
	let above: readonly Contour[] = []
	const made: Contour[][] = []
	for (const area of areas.toReversed()) {
		made.push(above.length > 0 ? reaching(area, above, by) : [...area])
		above = above.length > 0 ? combine('merge', above, area) : area
	}
	return made.reverse()
}

function reaching(area: readonly Contour[], above: readonly Contour[], by: number): Contour[] {
	const grown = offset(area, by, { join: 'round', tolerance: by / 5 })
	const under = combine('overlap', grown, above)
	if (under.length === 0) return [...area]
	const made = combine('merge', area, under)
	const seen = new Set([...area, ...above].flatMap(({ nodes }) => nodes.map(({ id }) => id)))
	const whole = combine('merge', area, above)
	const visible = combine('cut-out', area, above)
	return made.reduce((now, contour) => {
		const only = new Set(contour.nodes.map(({ id }) => id).filter((id) => !seen.has(id)))
		if (only.size === 0) return now
		const fewer = thin(contour, { tolerance: by * STRAYS, only }).contour
		const next = now.map((one) => (one === contour ? fewer : one))
		const same =
			isNothing(combine('cut-out', next, whole)) && isNothing(combine('cut-out', visible, next))
		return same ? next : now
	}, made)
}

/** Nobody sees the edges that lie beneath: they may stray by such a share of how far they reach. */
const STRAYS = 1 / 3
/** What shows of it beyond its place, or fails in it, is nothing to see so thin, px. */
const NOTHING_PX = 0.05

function isNothing(contours: readonly Contour[]): boolean {
	return contours.every((contour) => {
		const { ring, area } = ringedOf(contour)
		const round = ring.reduce((sum, p, k) => sum + distance(p, ring[(k + 1) % ring.length] ?? p), 0)
		return Math.abs(area) <= (NOTHING_PX * round) / 2
	})
}
