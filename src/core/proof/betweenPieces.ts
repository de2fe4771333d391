import { combine, combineAreas } from '../combine/combine'
import { type Area, filledArea } from '../combine/divide'
import { offset } from '../combine/offset'
import { trapped } from '../combine/trapped'
import { type Box, boxContains, boxCorners, boxesTouch, growBox } from '../geometry/box'
import { item } from '../geometry/numbers'
import type { Point } from '../geometry/point'
import { piecesBox } from '../path/arrangePieces'
import { boundsOf, flattenContour, isFilled } from '../path/contour'
import { indexBoxes, ringedOf } from '../path/enclosing'
import type { Contour, Piece } from '../path/model'
import { areWorkable } from '../path/reach'
import { withSharedEdge } from './closeGap'
import type { Finding, Limits } from './finding'
import { dense, middleOf, placeKey, toRing } from './rings'
import { NOTHING_PX, stretchesNear } from './stretchesNear'

/** So roughly, as a share of a gap, pieces are grown and shrunk. */
const ROUGHLY = 1 / 40
/** A gap is a sliver where it is so many times as long as it may be wide. */
const LONG = 3

/** Two pieces that lie so near to each other that there may be a gap between them. */
export interface Pair {
	readonly lower: Piece
	readonly upper: Piece
}

/** The pairs of pieces between which slivers are looked for, in the order of the lower ones. */
export function neighbouring(pieces: readonly Piece[], { sliver }: Limits): Pair[] {
	if (sliver <= 0) return []
	const solid = pieces.filter(
		({ contours, fill }) =>
			fill.kind !== 'none' && contours.some(isFilled) && areWorkable(contours),
	)
	const boxes = solid.map((piece) => growBox(piecesBox([piece]), sliver / 2))
	const index = indexBoxes(boxes)
	return solid.flatMap((lower, i) => {
		const { minX, minY, maxX, maxY } = item(boxes, i)
		const above = index.search(minX, minY, maxX, maxY, (k) => k > i).sort((p, q) => p - q)
		return above.map((k) => ({ lower, upper: item(solid, k) }))
	})
}

/** The gaps of pairs, which never change. */
const known = new WeakMap<
	Piece,
	WeakMap<Piece, { width: number; cut: boolean; all: readonly Sliver[] }>
>()

interface Sliver {
	readonly part: Contour
	readonly finding: Finding
}

/**
 * Slivers: long gaps between two pieces, narrower than a width.
 * @param others all that is painted, from the lowest up: what lies over a gap closes it to the eye
 */
export function betweenTwo(
	{ lower, upper }: Pair,
	{ sliver: width, cut = false }: Limits,
	others: readonly Piece[] = [],
): Finding[] {
	let own = known.get(lower)
	if (!own) {
		own = new WeakMap()
		known.set(lower, own)
	}
	let kept = own.get(upper)
	if (kept?.width !== width || kept.cut !== cut) {
		kept = { width, cut, all: sliversBetween(lower, upper, width, cut) }
		own.set(upper, kept)
	}
	const covering = others.slice(others.indexOf(lower) + 1).filter((piece) => piece !== upper)
	return kept.all.flatMap(({ part, finding }) => (isCovered(part, covering) ? [] : [finding]))
}

function sliversBetween(lower: Piece, upper: Piece, width: number, cut: boolean): Sliver[] {
	return gapsBetween(lower, upper, width).map(({ part }) => {
		const at = middleOf(part)
		const key = `sliver ${lower.id} ${upper.id} ${placeKey(at)}`
		const finding: Finding = {
			kind: 'sliver',
			key,
			piece: lower.id,
			beside: upper.id,
			at,
			size: width,
			...(cut && { cut }),
		}
		return { part, finding }
	})
}

/** Of a gap so little is left open that nothing shows, as a share of it. */
const OPEN = 0.1

function isCovered(part: Contour, others: readonly Piece[]): boolean {
	const box = boundsOf(part)
	const over = others.filter(
		(piece) => boxesTouch(piecesBox([piece]), box) && !isSeenThrough(piece),
	)
	if (over.length === 0) return false
	const open = combineAreas('cut-out', [plain([part]), ...over.map(filledArea)])
	const size = (contours: readonly Contour[]) =>
		Math.abs(contours.reduce((sum, contour) => sum + ringedOf(contour).area, 0))
	return size(open) < OPEN * size([part])
}

/**
 * The lower of two pieces with a gap to the upper closed: its edge there is the upper's. Where the pieces are not
 * cut one by one it reaches half the gap's width on beneath the upper, so that no hairline of the ground is left;
 * where the upper is seen through, up to it alone.
 * @param at where the gap is, px
 * @returns the same piece where there is no gap
 */
export function grownOver(
	lower: Piece,
	upper: Piece,
	at: Point,
	width: number,
	cut: boolean,
): Piece {
	const gap = gapsBetween(lower, upper, width).find(
		({ part }) => placeKey(middleOf(part)) === placeKey(at),
	)
	if (!gap) return lower
	const { part, closed } = gap
	const closing = withSharedEdge(lower, upper, part, width)
	const under = cut || isSeenThrough(upper) ? 0 : width / 2
	if (closing) return under > 0 ? reachingUnder(closing, upper, under) : closing
	const tolerance = width * ROUGHLY
	const within = combine('overlap', offset([part], width / 2, { tolerance }), closed)
	const strip = under > 0 ? within : combineAreas('cut-out', [plain(within), filledArea(upper)])
	return {
		...lower,
		contours: [
			...lower.contours.filter((contour) => !isFilled(contour)),
			...combineAreas('merge', [filledArea(lower), plain(strip)]),
		],
	}
}

/** A piece that reaches a little under another. */
function reachingUnder(lower: Piece, upper: Piece, by: number): Piece {
	const areas = [lower, upper].map((piece) => combineAreas('merge', [filledArea(piece)]))
	const [reaching = []] = trapped(areas, by)
	return {
		...lower,
		fillRule: 'nonzero',
		contours: [...lower.contours.filter((contour) => !isFilled(contour)), ...reaching],
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

interface Gap {
	readonly part: Contour
	/** Both pieces about the gap, with it filled. */
	readonly closed: readonly Contour[]
}

/** Round a stretch where two pieces come near each other they are looked at by so many widths. */
const ROUND = 4

function gapsBetween(a: Piece, b: Piece, width: number): Gap[] {
	return stretchesNear(a, b, width).flatMap((stretch) => {
		const within = growBox(stretch, ROUND * width)
		const [here, there] = [a, b].map((piece) =>
			plain(combineAreas('overlap', [filledArea(piece), plain([framed(within)])])),
		) as [Area, Area]
		// What closes when both together are grown by half a width and shrunk again, where it lies by both.
		const both = combineAreas('merge', [here, there])
		const roughly = { tolerance: width * ROUGHLY, fewest: false }
		const closed = offset(offset(both, width / 2, roughly), -width / 2, roughly)
		const inside = growBox(within, -width)
		return combine('cut-out', closed, both).flatMap((part): Gap[] => {
			const lies = holds(inside, boundsOf(part)) && isLong(part, width)
			return lies && [a, b].every((piece) => liesBy(part, piece, width)) ? [{ part, closed }] : []
		})
	})
}

const framed = (box: Box): Contour => ({
	id: 'frame',
	closed: true,
	nodes: boxCorners(box).map((at, k) => ({ id: `frame${k}`, at, kind: 'corner' })),
})

const holds = (outer: Box, { minX, minY, maxX, maxY }: Box) =>
	boxContains(outer, [minX, minY]) && boxContains(outer, [maxX, maxY])

/** Whether a part touches a piece along a good stretch, not at a corner alone. */
function liesBy(part: Contour, { contours }: Piece, width: number): boolean {
	const reach = width / 20
	const rings = contours.filter(isFilled).map((contour) => flattenContour(contour, reach / 2))
	const places = dense(flattenContour(part, reach / 2), width / 2)
	const touching = places.filter((p) => rings.some((ring) => toRing(p, ring) <= reach))
	return touching.length >= places.length / 5
}

function isLong(part: Contour, width: number): boolean {
	const { minX, minY, maxX, maxY } = boundsOf(part)
	const [long, short] = [maxX - minX, maxY - minY].sort((p, q) => q - p) as [number, number]
	return Math.hypot(long, short) > LONG * width && short > NOTHING_PX
}
