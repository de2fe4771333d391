import Flatbush from 'flatbush'
import type { Box } from '../geometry/box'
import type { Point } from '../geometry/point'
import { ringWinding, signedArea } from '../geometry/polygon'
import { boundsOf, flattenContour } from './contour'
import type { Contour } from './model'

/** An outline as a polygon, with its signed area, px²; positive clockwise on screen. */
export interface Ringed {
	readonly ring: readonly Point[]
	readonly area: number
}

const rings = new WeakMap<Contour, Ringed>()

/** The outline's polygon, kept with the outline, which never changes. */
export function ringedOf(contour: Contour): Ringed {
	let kept = rings.get(contour)
	if (!kept) {
		const ring = flattenContour(contour)
		kept = { ring, area: signedArea(ring) }
		rings.set(contour, kept)
	}
	return kept
}

/** Places in a list by the boxes of what is there, found by place on the sheet. */
export function indexBoxes(boxes: readonly Box[]): Flatbush {
	// An index holds at least one box: an empty one that nothing touches stands in for none.
	const index = new Flatbush(Math.max(1, boxes.length))
	for (const { minX, minY, maxX, maxY } of boxes) index.add(minX, minY, maxX, maxY)
	if (boxes.length === 0) index.add(Number.POSITIVE_INFINITY, 0, Number.POSITIVE_INFINITY, 0)
	index.finish()
	return index
}

/**
 * Finds which of some outlines go round a point, in little more time than it takes to say so.
 * @returns a function from a point to the places of those outlines, in rising order
 */
export function createEnclosing(contours: readonly Contour[]): (at: Point) => number[] {
	const windings = createWindings(contours)
	return (at) =>
		windings(at)
			.flatMap(([k, winding]) => (winding !== 0 ? [k] : []))
			.sort((a, b) => a - b)
}

/** Finds how often some outlines go round a point together, those that run the other way counting less. */
export function createWinding(contours: readonly Contour[]): (at: Point) => number {
	const windings = createWindings(contours)
	return (at) => windings(at).reduce((sum, [, winding]) => sum + winding, 0)
}

/** Of the outlines whose boxes hold a point, how often each goes round it. */
function createWindings(
	contours: readonly Contour[],
): (at: Point) => [k: number, winding: number][] {
	const index = indexBoxes(contours.map(boundsOf))
	return ([x, y]) =>
		index.search(x, y, x, y).flatMap((k): [number, number][] => {
			const contour = contours[k]
			return contour ? [[k, ringWinding(ringedOf(contour).ring, [x, y])]] : []
		})
}
