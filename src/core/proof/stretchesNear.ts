import { type Box, boxesTouch, boxOf, growBox, joinBoxes } from '../geometry/box'
import { item } from '../geometry/numbers'
import { distance, mix, type Point } from '../geometry/point'
import { nearestOnRing } from '../geometry/polygon'
import { piecesBox } from '../path/arrangePieces'
import { isFilled } from '../path/contour'
import { indexBoxes, ringedOf } from '../path/enclosing'
import type { Piece } from '../path/model'

/** Along an edge that two pieces share exactly there is nothing between them but their rounding. */
export const NOTHING_PX = 0.05
/** Along a gap two pieces run beside each other for so many widths at least. */
const LEAST_RUN = 1.2

/**
 * Boxes about the stretches of a piece's edge along which another's lies near by, and not on it: what is further
 * from it than a width, or runs along it exactly, has no gap beside it.
 */
export function stretchesNear(a: Piece, b: Piece, width: number): Box[] {
	const zone = growBox(piecesBox([b]), width)
	const edges = edgesOf(b)
	const found: Box[] = []
	for (const [p, q] of edgesOf(a).all) {
		const about = growBox(boxOf([p, q]), width)
		if (!boxesTouch(about, zone) || edges.near(about).length === 0) continue
		const count = Math.max(1, Math.ceil(distance(p, q) / width))
		for (let k = 0; k < count; k++) {
			const at = mix(p, q, (k + 0.5) / count)
			const away = edges.distanceTo(at, width)
			if (away <= NOTHING_PX || away > width) continue
			const own = growBox(boxOf([at]), width)
			const last = found.at(-1)
			if (last && boxesTouch(last, own)) found[found.length - 1] = joinBoxes(last, own)
			else found.push(own)
		}
	}
	// Each holds a width round its places; where those lie no further apart it is a corner, not a gap.
	const least = (2 + LEAST_RUN) * width
	return joined(found).filter(
		({ minX, minY, maxX, maxY }) => Math.hypot(maxX - minX, maxY - minY) > Math.SQRT2 * least,
	)
}

/** Boxes that touch as one, until none do. */
function joined(boxes: readonly Box[]): Box[] {
	const made: Box[] = []
	for (const box of boxes) {
		let own = box
		for (let k = made.length - 1; k >= 0; k--) {
			const other = item(made, k)
			if (!boxesTouch(other, own)) continue
			own = joinBoxes(own, other)
			made.splice(k, 1)
			k = made.length
		}
		made.push(own)
	}
	return made
}

type Edge = readonly [Point, Point]
interface Edges {
	readonly all: readonly Edge[]
	near(box: Box): Edge[]
	/** How far a place lies from the nearest edge; infinitely where none is within reach. */
	distanceTo(p: Point, reach: number): number
}

const edgesKnown = new WeakMap<Piece, Edges>()

/** The edges of what a piece fills, as straight lines. */
function edgesOf(piece: Piece): Edges {
	const kept = edgesKnown.get(piece)
	if (kept) return kept
	const all = piece.contours.filter(isFilled).flatMap((contour): Edge[] => {
		const { ring } = ringedOf(contour)
		return ring.map((p, i) => [p, ring[(i + 1) % ring.length] ?? p])
	})
	const index = indexBoxes(all.map((edge) => boxOf(edge)))
	const near = ({ minX, minY, maxX, maxY }: Box) =>
		index.search(minX, minY, maxX, maxY).map((k) => item(all, k))
	const made: Edges = {
		all,
		near,
		distanceTo: (p, reach) =>
			near(growBox(boxOf([p]), reach)).reduce(
				(least, [q, r]) => Math.min(least, distance(p, nearestOnRing(p, [q, r]))),
				Number.POSITIVE_INFINITY,
			),
	}
	edgesKnown.set(piece, made)
	return made
}
