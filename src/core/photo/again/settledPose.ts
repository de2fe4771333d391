import { type Affine, composeAffine } from '../../geometry/affine'
import { quantile } from '../../geometry/numbers'
import { distance } from '../../geometry/point'
import type { Contour } from '../../path/model'
import { transformContour } from '../../path/pieces'
import { type EdgeSample, edgeSamples } from '../edge/edgeDeviation'
import type { EdgeField } from '../edge/edgeField'
import { type Equation, leastSquares } from '../edge/leastSquares'

export interface Settled {
	readonly map: Affine
	/** Where the outlines lie by it, and the edges beside them. */
	readonly samples: readonly EdgeSample[]
}

/** How far edges are looked for, turn by turn, as shares of the radius; and at least so many px. */
const REACHES = [0.16, 0.13, 0.1, 0.08, 0.06, 0.06]
const LEAST_REACH_PX = 4
/** A distance of so many medians is another edge's. */
const OUTLIER = 3
/** Less of the length with an edge after the first turns, and it is nothing. */
const HOPELESS = { turn: 1, share: 0.35 } as const

/**
 * A pose moved to where outlines lie on a photo's edges best: by least squares on the distances along their normals, of
 * a shift, a turn and a change of size at a time (Besl & McKay, 1992; Chen & Medioni, 1992, for distances along normals).
 * @param map carries the outlines to about where they are to lie
 * @param o.radius of the outlines before they are carried, photo px
 */
export function settledPose(
	contours: readonly Contour[],
	map: Affine,
	field: EdgeField,
	{ radius, allowance }: { readonly radius: number; readonly allowance: number },
): Settled | null {
	let now = map
	for (const [turn, reach] of REACHES.entries()) {
		const samples = samplesAt(contours, now, field, Math.max(LEAST_REACH_PX, reach * radius))
		const sure = samples.filter(({ edge }) => !Number.isNaN(edge))
		const length = (all: readonly EdgeSample[]) => all.reduce((sum, one) => sum + one.length, 0)
		if (turn >= HOPELESS.turn && length(sure) < HOPELESS.share * length(samples)) return null
		const step = stepOf(sure, allowance)
		if (step) now = composeAffine(step, now)
	}
	const samples = samplesAt(contours, now, field, Math.max(LEAST_REACH_PX, 0.06 * radius))
	return { map: now, samples }
}

/** So many samples tell a pose. */
const SAMPLES = 260

function samplesAt(contours: readonly Contour[], map: Affine, field: EdgeField, reach: number) {
	const step = Math.max(2, contours.reduce((sum, one) => sum + roundOf(one), 0) / SAMPLES)
	return edgeSamples(
		contours.map((contour) => transformContour(contour, map)),
		field,
		reach,
		{ step },
	)
}

/** About how long an outline is, px. */
function roundOf({ nodes }: Contour): number {
	return nodes.reduce(
		(sum, { at }, k) => sum + distance(at, (nodes[(k + 1) % nodes.length] ?? { at }).at),
		0,
	)
}

/** What moves samples to their edges, about their middle. */
function stepOf(samples: readonly EdgeSample[], allowance: number): Affine | null {
	if (samples.length < 8) return null
	const count = samples.length
	const cx = samples.reduce((sum, { at }) => sum + at[0], 0) / count
	const cy = samples.reduce((sum, { at }) => sum + at[1], 0) / count
	const spread = Math.sqrt(
		samples.reduce((sum, { at }) => sum + (at[0] - cx) ** 2 + (at[1] - cy) ** 2, 0) / count,
	)
	const sizes = samples.map(({ edge }) => Math.abs(edge - allowance)).sort((a, b) => a - b)
	const limit = Math.max(1.5, OUTLIER * quantile(sizes, 0.5))
	// Shift, turn and growth, the last two in px at the spread: all are of one size.
	const equations = samples.flatMap(({ at, outward, edge, confidence, length }): Equation[] => {
		const off = edge - allowance
		const share = Math.abs(off) / limit
		if (share >= 1) return []
		const [x, y] = [(at[0] - cx) / spread, (at[1] - cy) / spread]
		const [nx, ny] = outward
		const shares = [nx, ny, ny * x - nx * y, nx * x + ny * y]
		const weight = confidence * length * (1 - share * share) ** 2
		return [{ weight, right: off, terms: shares.map((v, k) => [k, v] as const) }]
	})
	const by = leastSquares(equations, 4, { damping: 1e-3, stays: 1e-6 })
	const [dx = 0, dy = 0, turn = 0, growth = 0] = by
	const size = Math.exp(Math.max(-0.2, Math.min(0.2, growth / spread)))
	const angle = Math.max(-0.3, Math.min(0.3, turn / spread))
	const [c, s] = [size * Math.cos(angle), size * Math.sin(angle)]
	return [c, s, -s, c, cx + dx - c * cx + s * cy, cy + dy - s * cx - c * cy]
}
