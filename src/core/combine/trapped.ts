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
	const grown = offset(area, by, { join: 'round', tolerance: by / 5, fewest: false })
	const under = combine('overlap', grown, above)
	return under.length > 0 ? combine('merge', area, under) : [...area]
}
