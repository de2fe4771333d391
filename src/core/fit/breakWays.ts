import { at } from '../geometry/numbers'
import { type Joint, smoothJoint } from './joint'
import { type Bearing, oneSided } from './localFit'
import { type BreakGround, nearTo, PARALLEL, type Place } from './runEnds'
import type { StraightRun } from './straightRuns'

/** A smaller turn at the end of a straight run is not seen, radians. */
const SEEN_TURN = 0.17
/** As many points as a bearing beside a break is read from. */
const WIDEST = 48
/** A larger turn has a point where both branches meet, radians. */
const MEETS = 0.3
/** Points about a place among which the trail is sought. */
const ABOUT = 6

/** The ways in which the joint at a break may be made. @param gaps points to the breaks on either side */
export function waysAt(
	ground: BreakGround,
	place: Place,
	gaps: { readonly before: number; readonly after: number },
): Joint[] {
	const { i, before, after, corner } = place
	const [arriving, leaving] = bearingsAt(ground, place, gaps)
	const turn = Math.abs(turnBetween(arriving, leaving))
	const line = before ?? after
	const [px, py] = placeOf(ground, place, arriving, leaving, turn)
	const sharp: Joint = {
		...smoothJoint(i, px, py, arriving.dx, arriving.dy),
		outX: leaving.dx,
		outY: leaving.dy,
		corner: true,
		fixedIn: before !== undefined,
		fixedOut: after !== undefined,
		slide: before && after ? [0, 0] : line ? [line.dx, line.dy] : null,
	}
	if (corner || !line || (before && after)) return [sharp]
	const smooth = tangentJoints(ground, place, line)
	return turn > SEEN_TURN ? [...smooth, { ...sharp, doubtful: true }] : smooth
}

type Ray = Pick<Bearing, 'x' | 'y' | 'dx' | 'dy'>

/** How the trail arrives at a place and leaves it; beyond the end of an open one it goes on as it arrives. */
function bearingsAt(
	{ trail, grain, limit }: BreakGround,
	{ i, before, after }: Place,
	gaps: { readonly before: number; readonly after: number },
): [Ray, Ray] {
	const blunt = Math.ceil(limit / trail.spacing)
	const read = (side: 1 | -1) => {
		const run = side < 0 ? before : after
		const gap = side < 0 ? gaps.before : gaps.after
		return run ?? oneSided(trail, i, side, Math.min(WIDEST, gap - 1), grain, blunt)
	}
	return [read(gaps.before > 0 ? -1 : 1), read(gaps.after > 0 ? 1 : -1)]
}

/** Smooth joints along a straight run where a curve leaves it as its tangent. */
function tangentJoints(
	{ trail }: BreakGround,
	{ i, before, after }: Place,
	line: StraightRun,
): Joint[] {
	const { x, y, pad } = trail
	const slack = before ? -before.slackTo : (after?.slackFrom ?? 0)
	return (slack === 0 ? [0] : [slack, slack >> 1, 0]).map((back): Joint => {
		const k = i + pad + back
		const t = (at(x, k) - line.x) * line.dx + (at(y, k) - line.y) * line.dy
		return {
			...smoothJoint(i + back, line.x + t * line.dx, line.y + t * line.dy, line.dx, line.dy),
			fixedIn: true,
			fixedOut: true,
			slide: [line.dx, line.dy],
		}
	})
}

/** Where the joint of two branches stands, px. */
function placeOf(
	ground: BreakGround,
	{ i, before, after }: Place,
	a: Ray,
	b: Ray,
	turn: number,
): [number, number] {
	const { trail, limit } = ground
	const { x, y, pad, last, closed } = trail
	const own: [number, number] = [at(x, i + pad), at(y, i + pad)]
	const near = nearTo(ground)
	// The tip of a spike whose sides run there and back.
	if (Math.PI - turn < PARALLEL) return own
	if (turn > MEETS) {
		const p = crossing(a, b)
		if (fromTrail(ground, p, i) < near + 0.1 * limit) return p
	}
	const lines = [before, after].filter((line) => line !== undefined)
	if (lines.length > 0) {
		const on = lines.map((line) => footOn(line, own))
		return [
			on.reduce((sum, p) => sum + p[0], 0) / on.length,
			on.reduce((sum, p) => sum + p[1], 0) / on.length,
		]
	}
	if (!closed && (i === 0 || i === last)) {
		const end = i === 0 ? b : a
		return [end.x, end.y]
	}
	const middle: [number, number] = [(a.x + b.x) / 2, (a.y + b.y) / 2]
	return fromTrail(ground, middle, i) < near ? middle : own
}

function footOn(line: Ray, [x, y]: readonly [number, number]): readonly [number, number] {
	const t = (x - line.x) * line.dx + (y - line.y) * line.dy
	return [line.x + t * line.dx, line.y + t * line.dy]
}

/** How far a place lies from the points about `i`, px. */
function fromTrail(
	{ trail: { x, y, pad } }: BreakGround,
	[px, py]: readonly [number, number],
	i: number,
): number {
	let least = Number.POSITIVE_INFINITY
	const to = Math.min(x.length - 1, i + pad + ABOUT)
	for (let o = Math.max(0, i + pad - ABOUT); o <= to; o++)
		least = Math.min(least, Math.hypot(at(x, o) - px, at(y, o) - py))
	return least
}

/** The turn from one direction to another, radians. */
export function turnBetween(a: Ray, b: Ray): number {
	return Math.atan2(a.dx * b.dy - a.dy * b.dx, a.dx * b.dx + a.dy * b.dy)
}

/** Where two lines cross; halfway between where they were read if they hardly do. */
export function crossing(a: Ray, b: Ray): [number, number] {
	const z = a.dx * b.dy - a.dy * b.dx
	if (Math.abs(z) < 1e-9) return [(a.x + b.x) / 2, (a.y + b.y) / 2]
	const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / z
	return [a.x + t * a.dx, a.y + t * a.dy]
}
