import { type Affine, composeAffine, invertAffine } from '../geometry/affine'
import { at, item } from '../geometry/numbers'
import { type Deviation, deviation } from '../measure/deviation'
import type { Contour } from '../path/model'
import { transformContour } from '../path/pieces'
import { fitSymmetric } from './fitSymmetric'
import { outlineTrail } from './outlineTrail'
import type { TrailOptions } from './prepareTrail'
import { middleOf, offUpright } from './symmetry'
import { isThinned, thinnedMark } from './thinned'

export interface Leaning {
	readonly contour: Contour
	/** The line's own angle, radians clockwise from upright, in [0, π). */
	readonly turn: number
}

/** Directions in which a shape's reach is looked at. */
const DIRECTIONS = 360
/** So many of the likeliest lines are looked at closely. */
const LIKELY = 6
/** The angle is sought on ever finer rows of so many angles, each some fraction as wide as the one before. */
const ROW = 9
const ROWS = [2, 0.45, 0.1, 0.022]

/**
 * The outline of closed points that are symmetric about a line that leans: fitted as if the line stood upright, and turned
 * back, so that its nodes are each other's mirror images.
 * @param points as `prepareTrail` takes them
 * @returns nothing where they are not symmetric about any line
 */
export function fitLeaning(
	points: Float64Array,
	options: Omit<TrailOptions, 'closed'> & { readonly slack?: number },
): Leaning | undefined {
	const found = mirrorLine(points)
	return found ? fitAcross(points, turning(points, -found.turn), found.turn, options) : undefined
}

function fitAcross(
	points: Float64Array,
	map: Affine,
	turn: number,
	options: Omit<TrailOptions, 'closed'> & { readonly slack?: number },
): Leaning | undefined {
	const back = invertAffine(map)
	const fitted = back ? fitSymmetric(mapped(points, map), true, options) : undefined
	return back && fitted ? { contour: transformContour(fitted, back), turn } : undefined
}

export interface SymmetryOptions {
	/** How far the outline may come to lie from where it is, px. */
	readonly tolerance: number
	/** What leans to the right by so many degrees is symmetric as it would be upright. */
	readonly slant?: number
}

export interface MadeSymmetric extends Leaning {
	readonly deviation: Deviation
}

/** Limits of each try as shares of the tolerance: distances between samples come on top. */
const TRIES = [0.95, 0.8, 0.6]
/** Halves that lie nearer to each other are mirror images, but for how they are sampled, px. */
const STILL_PX = 0.05
/** The outline is sampled this finely, in tolerances. */
const SAMPLE_SHARE = 0.5

/**
 * An outline that is nearly symmetric made so wholly, with the fewest nodes: about an upright or level line where it is
 * symmetric about one, else about whichever line does; one that leans by a slant as if it stood upright.
 * @returns the outline, or how far it is from symmetric about the best of lines, px
 */
export function madeSymmetric(
	contour: Contour,
	{ tolerance, slant = 0 }: SymmetryOptions,
): MadeSymmetric | { readonly off: number } {
	if (!contour.closed || contour.nodes.length < 2) return { off: Number.POSITIVE_INFINITY }
	const { points } = outlineTrail(contour, SAMPLE_SHARE * tolerance)
	const upright: Affine = [1, 0, Math.tan((slant * Math.PI) / 180), 1, 0, 0]
	const line = mirrorLine(points)
	const ways: readonly (readonly [map: Affine, turn: number])[] = [
		[upright, 0],
		...(slant === 0 ? [] : [[[1, 0, 0, 1, 0, 0] as Affine, 0] as const]),
		...(line ? [[turning(points, -line.turn), line.turn] as const] : []),
	]
	const off = Math.min(offUpright(mapped(points, upright)), line?.off ?? Number.POSITIVE_INFINITY)
	// Made so before: fitted again it would drift.
	if (off < STILL_PX && isThinned(contour, tolerance, undefined))
		return { contour, turn: line?.turn ?? 0, deviation: { max: 0, mean: 0, p95: 0 } }
	for (const share of TRIES)
		for (const [map, turn] of ways) {
			const less = share * tolerance
			const made = fitAcross(points, map, turn, { tolerance: less, slack: less, exact: true })
			if (!made) continue
			const moved = deviation([made.contour], [contour])
			if (moved.max > tolerance) continue
			const marked = thinnedMark({ ...made.contour, id: contour.id }, tolerance)
			return { ...made, contour: marked, deviation: moved }
		}
	return { off }
}

/**
 * The line about which a closed polyline is most nearly symmetric. Lines through the middle of its length are likely where
 * the reach of the shape is the same on both their sides; the likeliest are turned to where the halves lie best.
 * @returns its angle, radians clockwise from upright, and how far the halves are apart, px
 */
export function mirrorLine(
	points: Float64Array,
): { readonly turn: number; readonly off: number } | null {
	let best: { turn: number; off: number } | null = null
	for (const likely of likelyTurns(points)) {
		let turn = likely
		let off = Number.POSITIVE_INFINITY
		for (const width of ROWS) {
			const middle = turn
			for (let k = 0; k < ROW; k++) {
				const tried = middle + ((k / (ROW - 1) - 0.5) * 2 * width * Math.PI) / 180
				const away = offUpright(mapped(points, turning(points, -tried)))
				if (away >= off) continue
				off = away
				turn = tried
			}
		}
		if (Number.isFinite(off) && (!best || off < best.off)) best = { turn, off }
	}
	return best && { ...best, turn: ((best.turn % Math.PI) + Math.PI) % Math.PI }
}

/** The turns, radians clockwise from upright, at which the shape reaches as far on both sides. */
function likelyTurns(points: Float64Array): number[] {
	const [x, y] = middleOf(points, true)
	const reach = new Float64Array(DIRECTIONS)
	const n = points.length / 2
	for (let i = 0; i < n; i++) {
		const [dx, dy] = [at(points, 2 * i) - x, at(points, 2 * i + 1) - y]
		const j = (i + 1) % n
		const steps = Math.max(
			1,
			Math.ceil(
				(Math.hypot(at(points, 2 * j) - x - dx, at(points, 2 * j + 1) - y - dy) * DIRECTIONS) /
					(4 * Math.hypot(dx, dy) + 1),
			),
		)
		for (let s = 0; s < steps; s++) {
			const t = s / steps
			const [u, v] = [
				dx + t * (at(points, 2 * j) - x - dx),
				dy + t * (at(points, 2 * j + 1) - y - dy),
			]
			const k = Math.floor(((Math.atan2(v, u) / (2 * Math.PI) + 1) % 1) * DIRECTIONS) % DIRECTIONS
			reach[k] = Math.max(at(reach, k), Math.hypot(u, v))
		}
	}
	// A line at half of s mirrors direction i into s − i.
	const unlike = Array.from({ length: DIRECTIONS }, (_, s) => {
		let sum = 0
		for (let i = 0; i < DIRECTIONS; i++)
			sum += Math.abs(at(reach, i) - at(reach, (s - i - 1 + 2 * DIRECTIONS) % DIRECTIONS))
		return sum
	})
	return [...unlike.keys()]
		.filter((s) => {
			const here = item(unlike, s)
			return [-1, 1].every((by) => here <= item(unlike, (s + by + DIRECTIONS) % DIRECTIONS))
		})
		.sort((a, b) => item(unlike, a) - item(unlike, b))
		.slice(0, LIKELY)
		.map((s) => (s / DIRECTIONS) * Math.PI - Math.PI / 2)
}

/** A turn about the middle of a polyline's length, clockwise. */
function turning(points: Float64Array, by: number): Affine {
	const [x, y] = middleOf(points, true)
	const [c, s] = [Math.cos(by), Math.sin(by)]
	return composeAffine([1, 0, 0, 1, x, y], composeAffine([c, s, -s, c, 0, 0], [1, 0, 0, 1, -x, -y]))
}

function mapped(points: Float64Array, [a, b, c, d, e, f]: Affine): Float64Array {
	const made = new Float64Array(points.length)
	for (let i = 0; i + 1 < points.length; i += 2) {
		const [x, y] = [at(points, i), at(points, i + 1)]
		made[i] = a * x + c * y + e
		made[i + 1] = b * x + d * y + f
	}
	return made
}
