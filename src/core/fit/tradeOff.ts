import { joinBoxes } from '../geometry/box'
import { distance } from '../geometry/point'
import { signedArea } from '../geometry/polygon'
import { contourBounds, flattenContour } from '../path/contour'
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
	/**
	 * The place in `points` beyond which a node is paid for with ever more deviation, sought where the shape survives;
	 * `null` where there is none.
	 */
	readonly knee: number | null
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
	const limit = survivingPx(targets.map(({ contour }) => contour))
	return { points, knee: kneeOf(points.filter((point) => point.tolerance <= limit)) }
}

/** A shape survives what is less than this share of how long it is, and of how wide it is on average. */
const OF_LENGTH = 0.0025
const OF_WIDTH = 0.02
/** Nobody sees less than this, px. */
const LEAST_LIMIT_PX = 0.5

/** The deviation up to which outlines keep their shape, px. */
function survivingPx(contours: readonly Contour[]): number {
	const limits = contours.map((contour) => {
		const { minX, minY, maxX, maxY } = contourBounds(contour)
		const ring = flattenContour(contour, LEAST_PX)
		const round = ring.reduce((sum, p, k) => sum + distance(p, ring[(k + 1) % ring.length] ?? p), 0)
		// As wide as a strip of its area that is half as long as its edge.
		const width = (2 * Math.abs(signedArea(ring))) / Math.max(round, LEAST_PX)
		const ofLength = OF_LENGTH * Math.hypot(maxX - minX, maxY - minY)
		return contour.closed ? Math.min(ofLength, OF_WIDTH * width) : ofLength
	})
	return Math.max(LEAST_LIMIT_PX, Math.max(0, ...limits))
}

/** Saving less than this share more than the straight line does is no knee. */
const PLAIN = 0.05

/**
 * The knee: the point furthest below the straight line from the first to the last, deviation on a
 * logarithmic scale (Satopää et al., *Finding a "kneedle" in a haystack*, 2011).
 */
export function kneeOf(points: readonly TradeOffPoint[]): number | null {
	const first = points[0]
	const last = points.at(-1)
	if (!first || !last || first.nodes === last.nodes) return null
	let knee: number | null = null
	let furthest = PLAIN
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
