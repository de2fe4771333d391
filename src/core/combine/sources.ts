import { type Cubic, lineCubic } from '../geometry/cubic'
import { isStraight, segmentCubic, segments, withHandles } from '../path/contour'
import type { Contour, PathNode } from '../path/model'
import { assertWorkable } from '../path/reach'

/** A segment that goes into an arrangement. Segments are known by their number, in order. */
export interface Source {
	readonly contour: Contour
	readonly from: PathNode
	readonly to: PathNode
	readonly cubic: Cubic
	readonly straight: boolean
	/** The segments before and after it round the same outline. */
	readonly before: number
	readonly after: number
}

/**
 * All segments of some outlines; open ones are closed by a straight segment.
 * @throws {RangeError} where a coordinate is no number, or far beyond any sheet
 */
export function sourcesOf(contours: readonly Contour[]): Source[] {
	assertWorkable(contours)
	const sources: Source[] = []
	for (const contour of contours.map(closedStraight)) {
		const first = sources.length
		const count = contour.nodes.length
		for (const { index, from, to } of segments(contour)) {
			const straight = isStraight(from, to)
			sources.push({
				contour,
				from,
				to,
				straight,
				cubic: straight ? lineCubic(from.at, to.at) : segmentCubic({ from, to }),
				before: first + ((index + count - 1) % count),
				after: first + ((index + 1) % count),
			})
		}
	}
	return sources
}

function closedStraight(contour: Contour): Contour {
	if (contour.closed) return contour
	const last = contour.nodes.length - 1
	const nodes = contour.nodes.map((node, i) =>
		i > 0 && i < last
			? node
			: withHandles(node, {
					in: i === 0 ? undefined : node.in,
					out: i === last ? undefined : node.out,
				}),
	)
	return { ...contour, closed: true, nodes }
}
