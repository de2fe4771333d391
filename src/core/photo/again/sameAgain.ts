import { contains } from '../../combine/winding'
import type { Affine } from '../../geometry/affine'
import { boxOf, joinBoxes } from '../../geometry/box'
import { derivativeAt, pointAt } from '../../geometry/cubic'
import { quantile } from '../../geometry/numbers'
import { type Point, subtract } from '../../geometry/point'
import { boundsOf, reverseContour, segmentCubic, segments } from '../../path/contour'
import { ringedOf } from '../../path/enclosing'
import { withFreshIds } from '../../path/freshIds'
import type { Contour } from '../../path/model'
import { transformContour } from '../../path/pieces'
import { type EdgeSample, edgeDeviation, edgeSamples, outwardSides } from '../edge/edgeDeviation'
import type { EdgeField } from '../edge/edgeField'
import { REACH_PX } from '../edge/fitOptions'
import { fitToEdges } from '../edge/fitToEdges'
import { edgeMaps } from './edgeMaps'
import { type Mark, roughPlaces, type Span, type Ways } from './roughPlaces'
import { settledPose } from './settledPose'

export interface SameAgainOptions {
	/** How far what is laid may lie from its own edge, px; nodes come where those of the first cannot; 1 unless said otherwise. */
	readonly within?: number
	/** How far inside the edge it is to lie, px. */
	readonly allowance?: number
	/** Looked for round here alone; in the whole photo unless said otherwise. */
	readonly near?: Point
	/** What is traced already: nothing is laid on it. */
	readonly taken?: readonly (readonly Contour[])[]
	/** How large it may be beside the first, as factors; 0.75 to 1.33 unless said otherwise. */
	readonly scales?: Ways['scales']
	/** How far it may be turned either way, radians; any way unless said otherwise. */
	readonly turn?: number
	/** Whether it may lie as in a mirror; it may unless said otherwise. */
	readonly mirrored?: boolean
	/** No more than so many; 60 unless said otherwise. */
	readonly most?: number
}

/** Something that was found once more. */
export interface Again {
	/** Its outlines along its own edges, with ids of their own. */
	readonly contours: readonly Contour[]
	/** From where the first lies to where it does, but for what makes it its own. */
	readonly map: Affine
	/** Nodes that it needed beyond those of the first. */
	readonly added: number
	/** Of its outlines to its edges, px: on average, and of 95 %. */
	readonly mean: number
	readonly p95: number
	/** The share of its length that has a sure edge. */
	readonly covered: number
}

/** What is looked for is so many blocks from its middle to its furthest. */
const RADIUS_BLOCKS = 13
/** A photo is seen in no more blocks than these. */
const MOST_BLOCKS = 500_000
/** Its edges are looked up at so many places. */
const MARKS = 44
/** Of the likeness that it has where it lies, this share is asked for elsewhere; less where somebody pointed. */
const LIKE = { anywhere: 0.72, near: 0.55 } as const
/** So many likely places are looked at closely. */
const MOST_ROUGH = { anywhere: 60, near: 12 } as const
/** Somewhere near is within this share of its radius. */
const NEAR = 0.8
/** Of its sure edges this share is sure where it is found, within so much of its radius and px, and as light or dark. */
const SURE = { anywhere: 0.78, near: 0.6 } as const
/** Nine tenths of it lie within this share of its radius of their edges before it is fitted: things of one make are alike. */
const APART = { anywhere: 0.025, near: 0.06 } as const
/** What was traced so roughly that less of it lies on edges is not matched any more loosely for that. */
const LEAST_SURE = 0.65
/** What lies on something traced with more than this share of its marks inside is that. */
const LIES_ON = 0.3
const MOST = 60

/**
 * Finds what was traced once more in a photo, wherever it lies, turned, larger, smaller or mirrored, and lays its
 * outlines there: the same nodes and kinds, moved onto its own edges.
 * Places come from edges seen coarsely, all poses over all places; each is settled by least squares on the
 * distances to the edges, and kept where enough of them are there with the light on the same side.
 * @param contours what was traced, an object with its openings, photo px
 * @returns the best first
 */
export function sameAgain(
	contours: readonly Contour[],
	field: EdgeField,
	o: SameAgainOptions = {},
): Again[] {
	const { within = 1, allowance = 0, near, taken = [], most = near ? 1 : MOST } = o
	const { middle, radius } = extentOf(contours)
	if (!(radius > 0)) return []
	const finest = Math.sqrt((field.width * field.height) / MOST_BLOCKS)
	const maps = edgeMaps(field, Math.max(1, Math.round(Math.max(finest, radius / RADIUS_BLOCKS))))
	const marks = marksOf(contours, allowance)
	const where = near ? 'near' : 'anywhere'
	const whole: Span = [0, 0, field.width, field.height]
	const here: Span = [middle[0], middle[1], middle[0], middle[1]]
	const extent = { middle, radius }
	const still = { scales: [1, 1], turn: 0, mirrored: false } as const
	const [own] = roughPlaces(marks, extent, maps, still, { within: here, least: 0.01, most: 1 })
	const asIs = edgeSamples(contours, field, REACH_PX)
	const sure = sureOf(asIs)
	if (!own || sure === 0) return []
	const { scales = [0.75, 1.33], turn = Math.PI, mirrored = true } = o
	const rough = roughPlaces(
		marks,
		extent,
		maps,
		{ scales, turn, mirrored },
		{
			within: near ? spanRound(near, NEAR * radius) : whole,
			least: LIKE[where] * own.likeness,
			most: MOST_ROUGH[where],
		},
	)
	const settled = rough.flatMap((place) => {
		const pose = settledPose(contours, place.map, field, { radius, allowance })
		if (!pose) return []
		const alike = alikeOf(asIs, pose.samples, pose.map, { radius, allowance })
		const enough = alike >= SURE[where] * Math.max(LEAST_SURE, sure)
		return enough && apartAt(pose.samples, allowance) <= APART[where] * radius
			? [{ map: pose.map, alike }]
			: []
	})
	const laid: (readonly Contour[])[] = [contours, ...taken]
	const found: Again[] = []
	for (const { map } of settled.sort((a, b) => b.alike - a.alike)) {
		if (found.length >= most) break
		const moved = carried(contours, map)
		if (laid.some((other) => liesOn(moved, other))) continue
		const again = fitted(moved, map, field, within, allowance)
		laid.push(again.contours)
		found.push(again)
	}
	return found
}

/** The outlines there, running round as the first do, with ids of their own. */
function carried(contours: readonly Contour[], map: Affine): Contour[] {
	const [a, b, c, d] = map
	const all = contours.map((contour) => {
		const { thinned: _, ...there } = transformContour(contour, map)
		return a * d - b * c < 0 ? reverseContour(there) : there
	})
	const taken = new Set(contours.flatMap(({ id, nodes }) => [id, ...nodes.map((node) => node.id)]))
	return withFreshIds(all, taken)
}

function fitted(
	moved: readonly Contour[],
	map: Affine,
	field: EdgeField,
	within: number,
	allowance: number,
): Again {
	const reach = REACH_PX + allowance
	const measured = (contours: readonly Contour[]) => {
		const { offset, mean, p95, covered } = edgeDeviation(contours, field, { reach })
		if (allowance === 0) return { mean, p95, covered }
		const sure = offset.filter((v) => !Number.isNaN(v))
		const off = sure.map((v) => Math.abs(v + allowance)).sort()
		const sum = off.reduce((x, y) => x + y, 0)
		return { mean: sum / (off.length || 1), p95: quantile(off, 0.95), covered }
	}
	const same = fitToEdges(moved, field, { reach, allowance }).contours
	const first = { contours: same, ...measured(same) }
	const nodes = (all: readonly Contour[]) => all.reduce((sum, one) => sum + one.nodes.length, 0)
	if (first.p95 <= within) return { ...first, map, added: 0 }
	const more = fitToEdges(same, field, { reach, allowance, addWithin: within }).contours
	const second = { contours: more, ...measured(more) }
	const better = second.p95 < first.p95 ? second : first
	return { ...better, map, added: Math.max(0, nodes(better.contours) - nodes(moved)) }
}

function extentOf(contours: readonly Contour[]): { middle: Point; radius: number } {
	const { minX, minY, maxX, maxY } = contours.map(boundsOf).reduce(joinBoxes, boxOf([]))
	return {
		middle: [(minX + maxX) / 2, (minY + maxY) / 2],
		radius: Math.hypot(maxX - minX, maxY - minY) / 2,
	}
}

/** Where edges are looked for evenly along all outlines, in an order in which each few of them go all round. */
function marksOf(contours: readonly Contour[], allowance: number): Mark[] {
	const sides = outwardSides(contours)
	const fine = contours.flatMap((contour, of) => {
		const out = allowance * (sides[of] ?? 0)
		return segments(contour).flatMap((segment) => {
			const cubic = segmentCubic(segment)
			const size = Math.hypot(...subtract(cubic[3], cubic[0]))
			const count = Math.max(2, Math.ceil(size))
			return Array.from({ length: count }, (_, i): Mark => {
				const t = (i + 0.5) / count
				const [dx, dy] = derivativeAt(cubic, t)
				const normal = Math.atan2(-dx, dy)
				const [x, y] = pointAt(cubic, t)
				return { at: [x + out * Math.cos(normal), y + out * Math.sin(normal)], normal }
			})
		})
	})
	const step = Math.max(1, fine.length / MARKS)
	const even = Array.from(
		{ length: Math.min(MARKS, fine.length) },
		(_, k) => fine[Math.floor(k * step)],
	).flatMap((mark) => mark ?? [])
	// A golden step through them: each few are spread over the whole.
	const stride = coprimeNear(0.618 * even.length, even.length)
	return even.map((_, k) => even[(k * stride) % even.length] as Mark)
}

function coprimeNear(wanted: number, n: number): number {
	const divides = (a: number, b: number): number => (b === 0 ? a : divides(b, a % b))
	for (let k = Math.max(1, Math.round(wanted)); k < n; k++) if (divides(k, n) === 1) return k
	return 1
}

const spanRound = ([x, y]: Point, by: number): Span => [x - by, y - by, x + by, y + by]

/** The length that has sure edges. */
function sureOf(samples: readonly EdgeSample[]): number {
	return share(samples, ({ edge }) => !Number.isNaN(edge))
}

function share(samples: readonly EdgeSample[], of: (one: EdgeSample, k: number) => boolean) {
	let whole = 0
	let sum = 0
	for (const [k, one] of samples.entries()) {
		whole += one.length
		if (of(one, k)) sum += one.length
	}
	return whole > 0 ? sum / whole : 0
}

/** The distance from where they are to lie beside their edges within which nine tenths of samples lie, px. */
function apartAt(samples: readonly EdgeSample[], allowance: number): number {
	const all = samples.flatMap(({ edge }) =>
		Number.isNaN(edge) ? [] : [Math.abs(edge - allowance)],
	)
	return quantile(Float64Array.from(all).sort(), 0.9)
}

/** Edges lie so near to where they are looked for, of the radius, and at least so many px. */
const NEAR_ENOUGH = { share: 0.05, least: 2.5 } as const

/** The share of its length beside which there is an edge near enough, with the light on the same side as at the first. */
function alikeOf(
	first: readonly EdgeSample[],
	there: readonly EdgeSample[],
	[a, b, c, d]: Affine,
	{ radius, allowance }: { readonly radius: number; readonly allowance: number },
): number {
	const size = Math.sqrt(Math.abs(a * d - b * c))
	const most = Math.max(NEAR_ENOUGH.least, NEAR_ENOUGH.share * radius * size)
	// On which side it is lighter along each segment of the first, most of the way.
	const sides = new Map<string, number>()
	for (const { contour, segment, crossed, edge } of first) {
		if (Number.isNaN(edge) || !crossed) continue
		const key = `${contour} ${segment}`
		sides.set(key, (sides.get(key) ?? 0) + crossed.lighter)
	}
	return share(there, ({ contour, segment, crossed, edge }) => {
		if (Number.isNaN(edge) || !crossed || Math.abs(edge - allowance) > most) return false
		const side = sides.get(`${contour} ${segment}`) ?? 0
		return side === 0 || Math.sign(side) === crossed.lighter
	})
}

/** Whether one lies where another is: marks within either of them are within both. */
function liesOn(moved: readonly Contour[], other: readonly Contour[]): boolean {
	return insideShare(moved, other) > LIES_ON || insideShare(other, moved) > LIES_ON
}

/** Places across what one fills, in so many rows and columns. */
const GRID = 12

function insideShare(one: readonly Contour[], other: readonly Contour[]): number {
	const outer = one.toSorted((a, b) => Math.abs(ringedOf(b).area) - Math.abs(ringedOf(a).area))[0]
	if (!outer) return 0
	const { minX, minY, maxX, maxY } = boundsOf(outer)
	let own = 0
	let both = 0
	for (let v = 0; v < GRID; v++)
		for (let u = 0; u < GRID; u++) {
			const at: Point = [
				minX + ((u + 0.5) / GRID) * (maxX - minX),
				minY + ((v + 0.5) / GRID) * (maxY - minY),
			]
			if (!contains(one, at, 'evenodd')) continue
			own++
			if (contains(other, at, 'evenodd')) both++
		}
	return own > 0 ? both / own : 0
}
