import { at } from '../geometry/numbers'
import { type Break, breaksOf } from './breaks'
import { type Candidate, candidatesBetween } from './candidates'
import { type CornerMark, cornerMarks, turningOf } from './corners'
import { smoothJoint } from './joint'
import { type Grain, twoSided } from './localFit'
import { noiseOf } from './noise'
import { type StraightRun, straightRuns } from './straightRuns'
import { type Trail, trailOf } from './trail'

/** Turns from here on may be corners, degrees. */
const CORNER_DEGREES = 22

/** A trail with what every fit of it keeps, and where its joints may go. */
export interface PreparedTrail {
	/** The point given that became point 0. */
	readonly shift: number
	readonly trail: Trail
	readonly breaks: readonly Break[]
	readonly between: (from: number, to: number) => Candidate[]
	readonly limit: number
}

export interface TrailOptions {
	readonly closed: boolean
	/** px */
	readonly tolerance: number
	/** Turns from here on may be corners, degrees; 22 unless said otherwise. */
	readonly cornerAngle?: number
	/** Corners that are known, instead of those that are seen. */
	readonly corners?: readonly CornerMark[]
	/** Whether the points are exact, so that nothing about them is jitter. */
	readonly exact?: boolean
	/** Whether joints at outermost points get level or upright handles; they do unless said otherwise. */
	readonly levelled?: boolean
}

/**
 * Looks a polyline over: its jitter, corners and straight runs.
 * @param points clean ones: finite, none repeated, three at least if closed, two if open
 */
export function prepareTrail(points: Float64Array, options: TrailOptions): PreparedTrail {
	const { closed, tolerance, cornerAngle = CORNER_DEGREES, exact = false, levelled } = options
	const whole = trailOf(points, closed)
	const { spacing } = whole
	const sigma = exact ? 0 : noiseOf(whole)
	const limit = withJitter(tolerance, sigma)
	const grain: Grain = { sigma, floor: NEGLECTED * tolerance }
	const reach = Math.min(
		MOST_REACH,
		Math.max(LEAST_REACH, noiseReach(82 * sigma), Math.ceil((1.5 * tolerance) / spacing)),
	)
	const least = (cornerAngle * Math.PI) / 180
	const turning = turningOf(whole, reach)
	const seam = closed ? sharpest(turning.turn, whole.last) : 0
	const trail = closed ? trailOf(points, true, seam) : whole
	const marks = options.corners ? known(options.corners) : seen()
	const shortest = Math.max(4 * tolerance, 20 * sigma, 6 * spacing)
	const runs = straightRuns(trail, sigma, grain.floor, shortest).filter((run) => !isChord(run))
	const found = breaksOf({ trail, marks, reach, grain, limit }, runs)
	const { breaks, optional } = found
	if (!closed) {
		const between = (from: number, to: number) =>
			candidatesBetween(trail, from, to, optional, grain, reach, levelled)
		return { shift: 0, trail, breaks, between, limit }
	}
	// The seam goes to the first break, or to an outermost point where there is none.
	const n = trail.last
	const lead = breaks[0]?.i ?? outermost(trail, grain)
	const moved = (i: number) => (i - lead + n) % n
	const turned = trailOf(points, true, (seam + lead) % n)
	const corners = optional.map((mark) => ({ ...mark, i: moved(mark.i) })).sort((a, b) => a.i - b.i)
	return {
		shift: (seam + lead) % n,
		trail: turned,
		breaks:
			breaks.length === 0
				? [levelBreak(turned, grain)]
				: breaks.map((b) => ({
						...b,
						i: moved(b.i),
						ways: b.ways.map((way) => ({ ...way, i: moved(b.i) + way.i - b.i })),
					})),
		between: (from, to) => candidatesBetween(turned, from, to, corners, grain, reach, levelled),
		limit,
	}

	/** Whether a straight run between slight corners may as well be part of a curve through them. */
	function isChord({ from, to }: StraightRun): boolean {
		const length = at(trail.s, to + trail.pad) - at(trail.s, from + trail.pad)
		return [from, to].every((end) =>
			marks.some((mark) => {
				const away = Math.abs(mark.i - end)
				const near = Math.min(away, closed ? trail.last - away : away) <= 2 * reach
				return near && mark.doubt && (Math.abs(mark.turn) * length) / 8 <= tolerance
			}),
		)
	}

	function seen(): CornerMark[] {
		const marks = cornerMarks(trail, { reach, turn: fromSeam(turning.turn) }, least)
		const close = Math.max(2, noiseReach(30 * sigma))
		if (close >= reach) return marks
		const closely = turningOf(trail, close)
		return withCloseMarks(
			marks.map((mark) => (isOne(mark, closely.turn) ? mark : { ...mark, doubt: true })),
			cornerMarks(trail, closely, Math.max(least, CLOSE_TURN)),
		)
	}

	/** The turns round a closed trail, begun at the seam. */
	function fromSeam(turn: Float64Array): Float64Array {
		if (seam === 0) return turn
		const begun = new Float64Array(turn.length)
		begun.set(turn.subarray(seam, trail.last))
		begun.set(turn.subarray(0, seam + 1), trail.last - seam)
		return begun
	}

	/** Whether a corner still turns as one when seen closely; a blunt tip falls into two. */
	function isOne(mark: CornerMark, closely: Float64Array): boolean {
		const turns = [-1, 0, 1].map((d) => Math.abs(closely[mark.i + d] ?? 0))
		return Math.max(...turns) >= ONE_CORNER * Math.abs(mark.turn)
	}

	function known(corners: readonly CornerMark[]): CornerMark[] {
		const n = trail.last
		return corners
			.map((mark) => ({ ...mark, i: closed ? (mark.i - seam + n) % n : mark.i }))
			.sort((a, b) => a.i - b.i)
	}
}

/** So many standard deviations of the jitter come on top of half the tolerance. */
const JITTER = 2.45

/** The greatest distance of a point from its fit, px: where points jitter, what is noise comes on top. */
function withJitter(tolerance: number, sigma: number): number {
	return Math.max(tolerance, tolerance / 2 + JITTER * sigma)
}

/** What is allowed of a polyline, and what of it is jitter, px. */
export function limitOf(points: Float64Array, { closed, tolerance, exact = false }: TrailOptions) {
	const trail = trailOf(points, closed)
	const sigma = exact ? 0 : noiseOf(trail)
	return { limit: withJitter(tolerance, sigma), sigma, spacing: trail.spacing }
}
/** The share of the tolerance that is neglected where shapes are told from noise. */
const NEGLECTED = 0.04
/** Windows in which a turn is measured, in points. */
const LEAST_REACH = 3
const MOST_REACH = 20
/** A turn seen at close range only counts as a corner from here on, radians. */
const CLOSE_TURN = 0.7

/** The window in which the direction of a noisy line is sure: its error falls with the 3/2th power. */
function noiseReach(noise: number): number {
	return Math.ceil(noise ** (2 / 3))
}

/** Less of the turn than this, seen closely, and it is not one corner. */
const ONE_CORNER = 0.6

/** Adds corners nearer to each other than the wider window can tell apart. */
function withCloseMarks(wide: readonly CornerMark[], close: readonly CornerMark[]): CornerMark[] {
	const more = close.filter((mark) => !wide.some((other) => Math.abs(other.i - mark.i) < 2))
	return [...wide, ...more.map((mark) => ({ ...mark, doubt: true }))].sort((a, b) => a.i - b.i)
}

/** A smooth curve is begun at its leftmost point, upright. */
function levelBreak(trail: Trail, grain: Grain): Break {
	const { x, y, dy } = twoSided(trail, 0, MOST_REACH, MOST_REACH, grain)
	const upright = smoothJoint(0, x, y, 0, dy < 0 ? -1 : 1)
	return { i: 0, ways: [{ ...upright, fixedIn: true, fixedOut: true }], straightAfter: false }
}

/** The point near the leftmost at which the trail is most nearly upright. */
function outermost(trail: Trail, grain: Grain): number {
	const { x, pad, last } = trail
	let leftmost = 0
	for (let i = 0; i < last; i++) if (at(x, i + pad) < at(x, leftmost + pad)) leftmost = i
	let best = leftmost
	let least = Number.POSITIVE_INFINITY
	for (let k = -MOST_REACH; k <= MOST_REACH; k++) {
		const i = leftmost + k
		const leaning = Math.abs(twoSided(trail, i, MOST_REACH, MOST_REACH, grain).dx)
		if (leaning >= least) continue
		least = leaning
		best = i
	}
	return (best + last) % last
}

function sharpest(turn: Float64Array, n: number): number {
	let best = 0
	for (let i = 0; i < n; i++) if (Math.abs(at(turn, i)) > Math.abs(at(turn, best))) best = i
	return best
}
