import { joinBoxes } from '../geometry/box'
import { contourBounds } from '../path/contour'
import type { Contour } from '../path/model'
import { type ThinOptions, thin } from './thin'
import type { ThinTarget } from './thinOutlines'

/** What a deviation costs in nodes. */
export interface TradeOffPoint {
	/** px */
	readonly tolerance: number
	/** Nodes needed to stay within it. */
	readonly nodes: number
}

export interface TradeOff {
	/** From the smallest tolerance to the greatest, nodes never rising. */
	readonly points: readonly TradeOffPoint[]
	/** The place in `points` beyond which a node is paid for with ever more deviation. */
	readonly knee: number
}

/** The tolerances asked about: from 0.1 px … */
const LEAST_PX = 0.1
/** … to this share of the size. */
const MOST_SHARE = 0.02
/** How many of them. */
const STEPS = 14

/** The tolerances of a trade-off, px, ascending by equal factors. */
function tolerancesFor(contours: readonly Contour[]): number[] {
	const boxes = contours.map(contourBounds)
	const [first, ...rest] = boxes
	if (!first) return []
	const { minX, minY, maxX, maxY } = rest.reduce(joinBoxes, first)
	const most = Math.max(2 * LEAST_PX, MOST_SHARE * Math.hypot(maxX - minX, maxY - minY))
	return Array.from({ length: STEPS }, (_, k) => LEAST_PX * (most / LEAST_PX) ** (k / (STEPS - 1)))
}

/** How many nodes outlines need as a function of how far they may deviate, and its knee. */
export function tradeOff(
	targets: readonly ThinTarget[],
	options: Omit<ThinOptions, 'tolerance' | 'only'> = {},
): TradeOff {
	const points: TradeOffPoint[] = []
	for (const tolerance of tolerancesFor(targets.map(({ contour }) => contour))) {
		const nodes = targets.reduce((sum, { contour, only }) => {
			const thinned = thin(contour, { ...options, tolerance, ...(only && { only }) })
			return sum + thinned.contour.nodes.length
		}, 0)
		// What a smaller deviation allows, a greater one allows too.
		points.push({ tolerance, nodes: Math.min(nodes, points.at(-1)?.nodes ?? nodes) })
	}
	return { points, knee: kneeOf(points) }
}

/**
 * The knee: the point furthest below the straight line from the first to the last, deviation on a
 * logarithmic scale (Satopää et al., *Finding a "kneedle" in a haystack*, 2011).
 */
export function kneeOf(points: readonly TradeOffPoint[]): number {
	const first = points[0]
	const last = points.at(-1)
	if (!first || !last || first.nodes === last.nodes) return 0
	let knee = 0
	let furthest = 0
	for (const [k, { tolerance, nodes }] of points.entries()) {
		const along = Math.log(tolerance / first.tolerance) / Math.log(last.tolerance / first.tolerance)
		const saved = (first.nodes - nodes) / (first.nodes - last.nodes)
		if (saved - along > furthest) {
			furthest = saved - along
			knee = k
		}
	}
	return knee
}
