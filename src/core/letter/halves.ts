import { extrema, pointAt } from '../geometry/cubic'
import type { Point } from '../geometry/point'
import { isStraight, reverseContour, segmentCubic, segments } from '../path/contour'
import type { Contour } from '../path/model'
import { insertOn } from '../path/nodes'

/** A closed outline's upper and lower half, parted where it is farthest left and right; both open. */
export function halvesOf(contour: Contour): { readonly top: Contour; readonly bottom: Contour } {
	const whole = withOutermost(contour)
	const { nodes } = whole
	const byX = nodes.map(({ at }, k) => [at[0], k] as const).sort((a, b) => a[0] - b[0])
	const [, left = 0] = byX[0] ?? []
	const [, right = 0] = byX.at(-1) ?? []
	const run = (a: number, b: number): Contour => ({
		...whole,
		closed: false,
		nodes: a <= b ? nodes.slice(a, b + 1) : [...nodes.slice(a), ...nodes.slice(0, b + 1)],
	})
	const [there, back] = [run(left, right), reverseContour(run(right, left))]
	return middle(there)[1] <= middle(back)[1]
		? { top: there, bottom: back }
		: { top: back, bottom: there }
}

/** About the middle of what an open outline goes through. */
function middle(contour: Contour): Point {
	const curves = segments(contour).map(segmentCubic)
	const samples = curves.flatMap((c) => [0.25, 0.5, 0.75].map((t) => pointAt(c, t)))
	const sum = samples.reduce(([x, y], [u, v]): Point => [x + u, y + v], [0, 0])
	return [sum[0] / (samples.length || 1), sum[1] / (samples.length || 1)]
}

/** The outline with nodes where its curves are farthest left and right. */
function withOutermost(contour: Contour): Contour {
	const inner = (t: number) => t > AT_NODE && t < 1 - AT_NODE
	return insertOn(contour, (segment) =>
		isStraight(segment.from, segment.to)
			? []
			: extrema(segmentCubic(segment))
					.filter(inner)
					.sort((one, other) => one - other),
	).contour
}

/** A place so near to a node is the node's, as a share of its segment. */
const AT_NODE = 1e-6
