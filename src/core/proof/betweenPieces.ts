import { combine, combineAreas } from '../combine/combine'
import { type Area, filledArea } from '../combine/divide'
import { offset } from '../combine/offset'
import { growBox } from '../geometry/box'
import { item } from '../geometry/numbers'
import type { Point } from '../geometry/point'
import { piecesBox } from '../path/arrangePieces'
import { boundsOf, flattenContour, isFilled } from '../path/contour'
import { indexBoxes } from '../path/enclosing'
import type { Contour, Piece } from '../path/model'
import { areWorkable } from '../path/reach'
import type { Finding, Limits } from './finding'
import { dense, middleOf, placeKey, toRing } from './rings'

/** So many pairs of neighbours are looked at: more are a pattern, not pieces laid beside each other. */
const MOST_PAIRS = 60
const MOST_NODES = 1500
/** So roughly, as a share of a gap, pieces are grown and shrunk. */
const ROUGHLY = 1 / 40
/** A gap is a sliver where it is so many times as long as it may be wide. */
const LONG = 3

/** Slivers: long gaps between two pieces, narrower than a width. */
export function betweenPieces(pieces: readonly Piece[], { sliver }: Limits): Finding[] {
	if (sliver <= 0) return []
	const solid = pieces.filter(
		({ contours, fill }) =>
			fill.kind !== 'none' &&
			contours.some(isFilled) &&
			areWorkable(contours) &&
			contours.reduce((sum, { nodes }) => sum + nodes.length, 0) <= MOST_NODES,
	)
	const boxes = solid.map((piece) => growBox(piecesBox([piece]), sliver / 2))
	const index = indexBoxes(boxes)
	const pairs = solid.flatMap((a, i) => {
		const { minX, minY, maxX, maxY } = item(boxes, i)
		const above = index.search(minX, minY, maxX, maxY, (k) => k > i).sort((p, q) => p - q)
		return above.map((k) => [a, item(solid, k)] as const)
	})
	return pairs.slice(0, MOST_PAIRS).flatMap(([a, b]) => gaps(a, b, sliver))
}

function gaps(a: Piece, b: Piece, width: number): Finding[] {
	return gapsBetween(a, b, width).parts.map((part): Finding => {
		const at = middleOf(part)
		return {
			kind: 'sliver',
			key: `sliver ${a.id} ${b.id} ${placeKey(at)}`,
			piece: a.id,
			beside: b.id,
			at,
			size: width,
		}
	})
}

/**
 * The lower of two pieces, grown over a gap to the upper and half the gap's width on beneath it, so that
 * no hairline of the ground is left; where the upper is seen through, up to it alone.
 * @param at where the gap is, px
 * @returns the same piece where there is no gap
 */
export function grownOver(lower: Piece, upper: Piece, at: Point, width: number): Piece {
	const { closed, parts } = gapsBetween(lower, upper, width)
	const part = parts.find((one) => placeKey(middleOf(one)) === placeKey(at))
	if (!part) return lower
	const tolerance = width * ROUGHLY
	const within = combine('overlap', offset([part], width / 2, { tolerance }), closed)
	const strip = isSeenThrough(upper)
		? combineAreas('cut-out', [plain(within), filledArea(upper)])
		: within
	return {
		...lower,
		contours: [
			...lower.contours.filter((contour) => !isFilled(contour)),
			...combineAreas('merge', [filledArea(lower), plain(strip)]),
		],
	}
}

/** Whether what lies beneath a piece shows through it. */
function isSeenThrough({ fill, opacity }: Piece): boolean {
	const alphas =
		'stops' in fill
			? fill.stops.map(({ alpha = 1 }) => alpha)
			: 'alpha' in fill
				? [fill.alpha ?? 1]
				: []
	return (
		opacity < 1 || alphas.some((alpha) => alpha < 1) || (fill.kind === 'pattern' && !fill.ground)
	)
}

const plain = (contours: readonly Contour[]): Area => ({ contours, rule: 'nonzero' })

/** What closes when both together are grown by half a width and shrunk again, where it lies by both. */
function gapsBetween(a: Piece, b: Piece, width: number) {
	const both = combineAreas('merge', [filledArea(a), filledArea(b)])
	const roughly = { tolerance: width * ROUGHLY, fewest: false }
	const closed = offset(offset(both, width / 2, roughly), -width / 2, roughly)
	const parts = combine('cut-out', closed, both).filter(
		(part) => isLong(part, width) && [a, b].every((piece) => liesBy(part, piece, width)),
	)
	return { closed, parts }
}

/** Whether a part touches a piece along a good stretch, not at a corner alone. */
function liesBy(part: Contour, { contours }: Piece, width: number): boolean {
	const reach = width / 20
	const rings = contours.filter(isFilled).map((contour) => flattenContour(contour, reach / 2))
	const places = dense(flattenContour(part, reach / 2), width / 2)
	const touching = places.filter((p) => rings.some((ring) => toRing(p, ring) <= reach))
	return touching.length >= places.length / 5
}

/** Along an edge that two pieces share exactly there is nothing between them but their rounding. */
const NOTHING_PX = 0.05

function isLong(part: Contour, width: number): boolean {
	const { minX, minY, maxX, maxY } = boundsOf(part)
	const [long, short] = [maxX - minX, maxY - minY].sort((p, q) => q - p) as [number, number]
	return Math.hypot(long, short) > LONG * width && short > NOTHING_PX
}
