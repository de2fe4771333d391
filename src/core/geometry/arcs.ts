import { type Cubic, derivativeAt, pointAt, splitCubic } from './cubic'
import {
	add,
	cross,
	distance,
	dot,
	type Point,
	perpendicular,
	scale,
	subtract,
	unit,
} from './point'

/** A stretch of a circle, or of a straight line. */
export interface Arc {
	readonly from: Point
	readonly to: Point
	/** How far it turns from beginning to end, radians; clockwise on screen (y down) positive, 0 straight. */
	readonly sweep: number
}

/** What turns less than this is straight, radians. */
const STRAIGHT = 1e-6
/** A curve is compared with its arcs at so many places. */
const SAMPLES = 12
/** How often the longest stretch that fits is halved in on. */
const HALVINGS = 14

/**
 * A cubic as circular arcs, joined without corners, none of which leaves it by more than a tolerance:
 * pairs of arcs (Bolton, *Biarc curves*, 1975) over stretches as long as fit.
 * @param tolerance in the unit of the points, above 0
 */
export function arcsOf(cubic: Cubic, tolerance: number): Arc[] {
	const arcs: Arc[] = []
	let from = 0
	while (from < 1) {
		let to = 1
		let found = fitted(cubic, from, to, tolerance)
		if (!found) {
			let [short, long] = [from, 1]
			for (let n = 0; n < HALVINGS; n++) {
				const middle = (short + long) / 2
				const one = fitted(cubic, from, middle, tolerance)
				if (one) [short, found] = [middle, one]
				else long = middle
			}
			to = short > from ? short : Math.min(1, from + 2 ** -HALVINGS)
		}
		arcs.push(...(found ?? [{ from: pointAt(cubic, from), to: pointAt(cubic, to), sweep: 0 }]))
		from = to
	}
	return arcs.filter((arc) => distance(arc.from, arc.to) > 0 || arc.sweep !== 0)
}

/** Two arcs over a stretch of a curve; `null` where they leave it by more than the tolerance. */
function fitted(cubic: Cubic, from: number, to: number, tolerance: number): Arc[] | null {
	const part = between(cubic, from, to)
	const arcs = biarc(part[0], tangentAt(part, 0), tangentAt(part, 1), part[3])
	for (let k = 1; k < SAMPLES; k++) {
		const p = pointAt(part, k / SAMPLES)
		if (Math.min(...arcs.map((arc) => distanceToArc(p, arc))) > tolerance) return null
	}
	return arcs
}

function between(cubic: Cubic, from: number, to: number): Cubic {
	const [head] = to < 1 ? splitCubic(cubic, to) : [cubic]
	return from > 0 ? splitCubic(head, from / to)[1] : head
}

/** The direction at an end, also where a handle is retracted. */
function tangentAt(cubic: Cubic, t: 0 | 1): Point {
	const [a, b, c, d] = cubic
	const first = derivativeAt(cubic, t)
	if (Math.hypot(...first) > 1e-12) return unit(first)
	const next = t === 0 ? subtract(c, a) : subtract(d, b)
	return Math.hypot(...next) > 1e-12 ? unit(next) : unit(subtract(d, a))
}

/** Two arcs that leave `p` along `t` and arrive at `q` along `u`, their handles of one length. */
function biarc(p: Point, t: Point, u: Point, q: Point): Arc[] {
	const v = subtract(q, p)
	const both = add(t, u)
	const turned = 2 * (1 - dot(t, u))
	const along = dot(v, both)
	const length =
		turned > 1e-9
			? (-along + Math.sqrt(along * along + turned * dot(v, v))) / turned
			: dot(v, v) / (4 * dot(v, u))
	if (!Number.isFinite(length)) return [{ from: p, to: q, sweep: 0 }]
	const joint = scale(add(add(p, q), scale(subtract(t, u), length)), 0.5)
	const second = arcAlong(q, scale(u, -1), joint)
	return [arcAlong(p, t, joint), { from: joint, to: q, sweep: -second.sweep }]
}

/** The arc that leaves `p` along the unit vector `t` and ends at `q`. */
function arcAlong(p: Point, t: Point, q: Point): Arc {
	const chord = subtract(q, p)
	const sweep = 2 * Math.atan2(cross(t, chord), dot(t, chord))
	return { from: p, to: q, sweep: Math.abs(sweep) < STRAIGHT ? 0 : sweep }
}

/** The middle of an arc's circle; `null` for a straight one. */
export function arcCentre({ from, to, sweep }: Arc): Point | null {
	if (sweep === 0) return null
	const chord = subtract(to, from)
	const away = 0.5 / Math.tan(sweep / 2)
	return add(add(from, scale(chord, 0.5)), scale(perpendicular(chord), away))
}

/** The arc's length, in the unit of its points. */
export function arcLengthOf(arc: Arc): number {
	const chord = distance(arc.from, arc.to)
	return arc.sweep === 0
		? chord
		: (chord * Math.abs(arc.sweep)) / (2 * Math.abs(Math.sin(arc.sweep / 2)))
}

/** A point on an arc at a share of its length. */
export function pointOnArc(arc: Arc, share: number): Point {
	const centre = arcCentre(arc)
	if (!centre) return add(arc.from, scale(subtract(arc.to, arc.from), share))
	const [x, y] = subtract(arc.from, centre)
	const [c, s] = [Math.cos(arc.sweep * share), Math.sin(arc.sweep * share)]
	return add(centre, [x * c - y * s, x * s + y * c])
}

function distanceToArc(p: Point, arc: Arc): number {
	const ends = Math.min(distance(p, arc.from), distance(p, arc.to))
	const centre = arcCentre(arc)
	if (!centre) {
		const chord = subtract(arc.to, arc.from)
		const share = dot(subtract(p, arc.from), chord) / (dot(chord, chord) || 1)
		return share <= 0 || share >= 1 ? ends : Math.abs(cross(unit(chord), subtract(p, arc.from)))
	}
	const from = subtract(arc.from, centre)
	const to = subtract(p, centre)
	const angle = Math.atan2(cross(from, to), dot(from, to))
	const turned =
		arc.sweep > 0
			? (angle + 2 * Math.PI) % (2 * Math.PI)
			: -((-angle + 2 * Math.PI) % (2 * Math.PI))
	const within = Math.abs(turned) <= Math.abs(arc.sweep)
	return within ? Math.abs(Math.hypot(...to) - Math.hypot(...from)) : ends
}
