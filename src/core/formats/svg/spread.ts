import { applyAffine, invertAffine } from '../../geometry/affine'
import type { Point } from '../../geometry/point'
import { add, dot, scale, subtract } from '../../geometry/point'
import { ellipseMap, focusWithin, type Gradient } from '../../path/gradients'
import type { Stop } from '../../path/model'

/** More rounds of a gradient than this are a grey. */
const MOST_ROUNDS = 100

/**
 * A gradient that goes on beyond its ends as `spreadMethod` says (SVG 1.1, 13.2), said outright as far as what it
 * paints reaches: longer, its stops again and again, every other time the other way where they are reflected.
 * @param corners of what it paints, sheet px
 * @returns `null` where it would be gone through too often
 */
export function spreadOut(
	gradient: Gradient,
	how: 'reflect' | 'repeat',
	corners: readonly Point[],
): Gradient | null {
	const places = corners.map((p) => roundsAt(gradient, p))
	const [from, to] = [
		gradient.kind === 'linear' ? Math.floor(Math.min(...places)) : 0,
		Math.max(1, Math.ceil(Math.max(...places) - 1e-9)),
	]
	const rounds = to - from
	if (!Number.isFinite(rounds) || rounds > MOST_ROUNDS) return null
	const stops = Array.from({ length: rounds }, (_, n) => {
		const turned = how === 'reflect' && Math.abs(from + n) % 2 === 1
		return whole(gradient.stops, turned).map((stop) => ({ ...stop, at: (n + stop.at) / rounds }))
	}).flat()
	if (gradient.kind === 'linear') {
		const way = subtract(gradient.to, gradient.from)
		const place = (t: number) => add(gradient.from, scale(way, t))
		return { ...gradient, from: place(from), to: place(to), stops }
	}
	const { centre, along, across, focus = centre } = gradient
	const far = (p: Point) => add(focus, scale(subtract(p, focus), to))
	return { ...gradient, centre: far(centre), along: far(along), across: far(across), stops }
}

/** How many times its own length from its beginning a gradient has come at a point. */
function roundsAt(gradient: Gradient, p: Point): number {
	if (gradient.kind === 'linear') {
		const way = subtract(gradient.to, gradient.from)
		return dot(subtract(p, gradient.from), way) / dot(way, way)
	}
	const back = invertAffine(ellipseMap(gradient))
	if (!back) return Number.NaN
	// At t its circles have the radius t and the centre (1 - t) × focus: the one that goes through the point.
	const focus = focusWithin(gradient)
	const d = subtract(applyAffine(back, p), focus)
	const [towards, flat] = [dot(d, focus), 1 - dot(focus, focus)]
	return (towards + Math.sqrt(towards * towards + dot(d, d) * flat)) / flat
}

/** Stops from end to end, forwards or back. */
function whole(stops: readonly Stop[], turned: boolean): Stop[] {
	const [first, last] = [stops[0], stops.at(-1)]
	if (!first || !last) return []
	const all = [
		...(first.at > 0 ? [{ ...first, at: 0 }] : []),
		...stops,
		...(last.at < 1 ? [{ ...last, at: 1 }] : []),
	]
	return turned ? all.map((stop) => ({ ...stop, at: 1 - stop.at })).reverse() : all
}
