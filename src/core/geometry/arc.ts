import { type Affine, applyAffine } from './affine'
import type { Cubic } from './cubic'
import type { Point } from './point'

/**
 * Largest distance allowed between an arc and the cubics that stand for it, px: a fifth of what anybody sees, so that
 * a circle of up to 220 px has four nodes.
 */
const ARC_TOLERANCE_PX = 0.06

/** An arc never takes more cubics than this, however large it is. */
const MOST_PIECES = 360

export interface ArcParameters {
	readonly rx: number
	readonly ry: number
	/** Turn of the ellipse's x axis, degrees. */
	readonly rotation: number
	readonly large: boolean
	/** Whether the arc runs towards increasing angles (clockwise on screen). */
	readonly sweep: boolean
}

/** A stretch of an ellipse: the unit circle under a map, from an angle on by a turn, radians. */
export interface Arc {
	readonly place: Affine
	readonly start: number
	readonly turn: number
}

/**
 * An elliptical arc between two points. End points to centre as in SVG 1.1, appendix F.6; radii too small are scaled up.
 * @returns `null` where there is none to follow: one of no radius, or of numbers at the ends of double
 */
export function arcBetween(from: Point, to: Point, arc: ArcParameters): Arc | null {
	let rx = Math.abs(arc.rx)
	let ry = Math.abs(arc.ry)
	if (rx === 0 || ry === 0) return null
	// Of a turn of 10³⁰⁸ degrees only what is left of a full turn is a number.
	const phi = ((arc.rotation % 360) * Math.PI) / 180
	const cos = Math.cos(phi)
	const sin = Math.sin(phi)
	const dx = (from[0] - to[0]) / 2
	const dy = (from[1] - to[1]) / 2
	const x1 = cos * dx + sin * dy
	const y1 = -sin * dx + cos * dy
	const stretch = Math.max(1, Math.hypot(x1 / rx, y1 / ry))
	rx *= stretch
	ry *= stretch
	const reach = (x1 / rx) ** 2 + (y1 / ry) ** 2
	const k = Math.sqrt(Math.max(0, 1 / reach - 1)) * (arc.large === arc.sweep ? -1 : 1)
	const cx1 = (k * rx * y1) / ry
	const cy1 = (-k * ry * x1) / rx
	const place: Affine = [
		rx * cos,
		rx * sin,
		-ry * sin,
		ry * cos,
		cos * cx1 - sin * cy1 + (from[0] + to[0]) / 2,
		sin * cx1 + cos * cy1 + (from[1] + to[1]) / 2,
	]
	const start = Math.atan2((y1 - cy1) / ry, (x1 - cx1) / rx)
	const end = Math.atan2((-y1 - cy1) / ry, (-x1 - cx1) / rx)
	const turn = sweepBetween(start, end, arc.sweep)
	return [turn, ...place].every(Number.isFinite) ? { place, start, turn } : null
}

/**
 * An arc as cubic segments within {@link ARC_TOLERANCE_PX}, joined where it is outermost.
 * @param from where it begins, and @param to where it ends, to the last bit
 */
export function cubicsOf({ place, start, turn }: Arc, from: Point, to: Point): Cubic[] {
	const angles = [start, ...outermostAngles(place, start, turn), start + turn]
	const radius = Math.max(Math.hypot(place[0], place[1]), Math.hypot(place[2], place[3]))
	const cubics = angles.slice(1).flatMap((end, k) => {
		const begin = angles[k] ?? start
		return unitArc(begin, end - begin, piecesFor(end - begin, radius))
	})
	return cubics.map((c, i) => {
		const [a, b, d, e] = c.map((p) => applyAffine(place, p)) as unknown as Cubic
		return [i === 0 ? from : a, b, d, i === cubics.length - 1 ? to : e]
	})
}

/** Nearer to an end of its arc an outermost point is the end's, radians. */
const AT_END = 1e-3

/** The angles within an arc at which it is outermost, level or upright, in its order. */
function outermostAngles([a, b, c, d]: Affine, start: number, turn: number): number[] {
	const [low, high] = turn < 0 ? [start + turn, start] : [start, start + turn]
	const found = [Math.atan2(c, a), Math.atan2(d, b)].flatMap((first) => {
		const from = Math.ceil((low - first) / Math.PI)
		const count = Math.max(0, Math.floor((high - first) / Math.PI) - from + 1)
		return Array.from({ length: count }, (_, k) => first + (from + k) * Math.PI)
	})
	const inner = found
		.filter((angle) => angle - low > AT_END && high - angle > AT_END)
		.sort((one, other) => one - other)
	return turn < 0 ? inner.reverse() : inner
}

/** Two arcs are of one ellipse where nothing of either is further from the other than this, px. */
const ONE_ELLIPSE_PX = 0.06

/** The arc that goes on from one into another; `null` where they are of two ellipses, or turn back. */
export function goneOn(one: Arc, other: Arc): Arc | null {
	if (Math.sign(one.turn) !== Math.sign(other.turn)) return null
	const turn = one.turn + other.turn
	if (Math.abs(turn) > 2 * Math.PI + AT_END) return null
	// What either makes of the unit circle, whichever way its axes are turned: its centre and its second moments.
	const same = momentsOf(one.place).every(
		(v, k) => Math.abs(v - (momentsOf(other.place)[k] ?? 0)) <= ONE_ELLIPSE_PX,
	)
	return same ? { ...one, turn } : null
}

/** The centre of an ellipse, and the roots of its second moments: how far it reaches, and how it leans, px. */
function momentsOf([a, b, c, d, e, f]: Affine): readonly number[] {
	const lean = a * b + c * d
	return [e, f, Math.hypot(a, c), Math.hypot(b, d), Math.sign(lean) * Math.sqrt(Math.abs(lean))]
}

/** Whether an arc comes back to where it began. */
export const isWhole = ({ turn }: Arc): boolean => Math.abs(turn) > 2 * Math.PI - AT_END

/** A whole ellipse as segments between its outermost points, in the direction of an arc, from the point nearest its beginning. */
export function wholeEllipse({ place, start, turn }: Arc): Cubic[] {
	const [first = start] = outermostAngles(place, start - AT_END, Math.sign(turn) * 2 * Math.PI)
	const begin = applyAffine(place, [Math.cos(first), Math.sin(first)])
	return cubicsOf({ place, start: first, turn: Math.sign(turn) * 2 * Math.PI }, begin, begin)
}

/**
 * An elliptical arc as cubic segments: a straight line where it has no radius.
 * @returns no segment where `from` equals `to`
 */
export function arcToCubics(from: Point, to: Point, arc: ArcParameters): Cubic[] {
	if (from[0] === to[0] && from[1] === to[1]) return []
	const found = arcBetween(from, to, arc)
	return found ? cubicsOf(found, from, to) : [[from, from, to, to]]
}

/**
 * A stretch of the unit circle under a map, in cubics of at most a right angle.
 * @param start radians from the map's x axis towards its y axis
 * @param turn radians, either way
 */
export function arcCubics(place: Affine, start: number, turn: number): Cubic[] {
	const pieces = Math.max(1, Math.ceil(Math.abs(turn) / (Math.PI / 2) - 1e-6))
	return unitArc(start, turn, pieces).map(
		(c) => c.map((p) => applyAffine(place, p)) as unknown as Cubic,
	)
}

/** A full ellipse as four segments from its rightmost point, clockwise on screen. */
export function ellipseCubics(cx: number, cy: number, rx: number, ry: number): Cubic[] {
	return arcCubics([rx, 0, 0, ry, cx, cy], 0, 2 * Math.PI)
}

function sweepBetween(start: number, end: number, sweep: boolean): number {
	const turn = end - start
	if (sweep && turn < 0) return turn + 2 * Math.PI
	if (!sweep && turn > 0) return turn - 2 * Math.PI
	return turn
}

/** A cubic over θ strays from the unit circle by about (2/27) sin⁶(θ/4) / cos²(θ/4). */
function piecesFor(turn: number, radius: number): number {
	for (
		let n = Math.max(1, Math.ceil(Math.abs(turn) / (Math.PI / 2) - 1e-9));
		n < MOST_PIECES;
		n++
	) {
		const q = Math.abs(turn) / n / 4
		if ((radius * 2 * Math.sin(q) ** 6) / (27 * Math.cos(q) ** 2) <= ARC_TOLERANCE_PX) return n
	}
	return MOST_PIECES
}

function unitArc(start: number, turn: number, pieces: number): Cubic[] {
	const step = turn / pieces
	const k = (4 / 3) * Math.tan(step / 4)
	return Array.from({ length: pieces }, (_, i): Cubic => {
		const a = start + i * step
		const b = start + (i + 1) * step
		return [
			[Math.cos(a), Math.sin(a)],
			[Math.cos(a) - k * Math.sin(a), Math.sin(a) + k * Math.cos(a)],
			[Math.cos(b) + k * Math.sin(b), Math.sin(b) - k * Math.cos(b)],
			[Math.cos(b), Math.sin(b)],
		]
	})
}
