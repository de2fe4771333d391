import { type Affine, applyAffine } from './affine'
import type { Cubic } from './cubic'
import type { Point } from './point'

/** Largest distance allowed between an arc and the cubics that stand for it, px. */
const ARC_TOLERANCE_PX = 2e-4

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

/**
 * An elliptical arc as cubic segments, within {@link ARC_TOLERANCE_PX}.
 * End points to centre as in SVG 1.1, appendix F.6; radii too small are scaled up, a zero
 * radius gives the straight line.
 * @returns no segment where `from` equals `to`
 */
export function arcToCubics(from: Point, to: Point, arc: ArcParameters): Cubic[] {
	if (from[0] === to[0] && from[1] === to[1]) return []
	let rx = Math.abs(arc.rx)
	let ry = Math.abs(arc.ry)
	if (rx === 0 || ry === 0) return [[from, from, to, to]]
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
	const toEllipse: Affine = [
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
	// Numbers at the ends of double leave no ellipse to follow.
	if (![turn, ...toEllipse].every(Number.isFinite)) return [[from, from, to, to]]
	return unitArc(start, turn, piecesFor(turn, Math.max(rx, ry))).map((c, i, all) => {
		const [a, b, d, e] = c.map((p) => applyAffine(toEllipse, p)) as unknown as Cubic
		return [i === 0 ? from : a, b, d, i === all.length - 1 ? to : e]
	})
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
