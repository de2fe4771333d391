import { applyAffine } from '../geometry/affine'
import type { Box } from '../geometry/box'
import { item } from '../geometry/numbers'
import { mix, type Point } from '../geometry/point'
import { between, ellipseMap, focusWithin, type Gradient, isGradient, standIn } from './gradients'
import { levelsOf } from './hex'
import type { Paint, Stop } from './model'

/** A gradient of a kind across a box: from its left to its right, or from its middle to its corners. */
export function gradientAcross(
	kind: Gradient['kind'],
	{ minX, minY, maxX, maxY }: Box,
	stops: readonly Stop[],
): Gradient {
	const centre: Point = [(minX + maxX) / 2, (minY + maxY) / 2]
	if (kind === 'linear') return { kind, from: [minX, centre[1]], to: [maxX, centre[1]], stops }
	const radius = Math.hypot(maxX - minX, maxY - minY) / 2
	return roundAt(centre, [centre[0] + radius, centre[1]], stops)
}

/** A radial gradient of circles about a centre, the last of which goes through a point. */
export function roundAt(centre: Point, through: Point, stops: readonly Stop[]): Gradient {
	const [x, y] = [through[0] - centre[0], through[1] - centre[1]]
	return { kind: 'radial', centre, along: through, across: [centre[0] - y, centre[1] + x], stops }
}

/** The same gradient, its colours in the opposite order. */
export function reversed(gradient: Gradient): Gradient {
	const stops = gradient.stops.map((stop) => ({ ...stop, at: 1 - stop.at })).reverse()
	return { ...gradient, stops }
}

/** One more stop in the widest gap, of the colour that is there; `null` where there is no room. */
export function withStop(gradient: Gradient): Gradient | null {
	const { stops } = gradient
	let [gap, place] = [0, -1]
	for (let n = 1; n < stops.length; n++) {
		const wide = item(stops, n).at - item(stops, n - 1).at
		if (wide > gap) [gap, place] = [wide, n]
	}
	const [a, b] = [stops[place - 1], stops[place]]
	if (!a || !b) return null
	const alpha = ((a.alpha ?? 1) + (b.alpha ?? 1)) / 2
	const more: Stop = {
		at: (a.at + b.at) / 2,
		colour: between(a.colour, b.colour),
		...(alpha < 1 && { alpha }),
	}
	return { ...gradient, stops: stops.toSpliced(place, 0, more) }
}

/** Where a gradient begins and ends, as one draws it. */
export function endsOf(gradient: Gradient): readonly [Point, Point] {
	return gradient.kind === 'linear'
		? [gradient.from, gradient.to]
		: [gradient.centre, gradient.along]
}

/** A gradient drawn anew from one point to another; a half-axis of an ellipse keeps its share of the other. */
export function drawnFrom(gradient: Gradient, from: Point, to: Point): Gradient {
	if (gradient.kind === 'linear') return { ...gradient, from, to }
	const { centre, along, across } = gradient
	const reach = (p: Point) => Math.hypot(p[0] - centre[0], p[1] - centre[1])
	const round = roundAt(from, to, gradient.stops)
	if (round.kind !== 'radial' || !(reach(along) > 0)) return round
	const drawn = {
		...gradient,
		...round,
		across: mix(from, round.across, reach(across) / reach(along)),
	}
	const focus = applyAffine(ellipseMap(drawn), focusWithin(gradient))
	return { ...drawn, ...(gradient.focus && { focus }) }
}

/** A flat paint made a gradient begins as it was, and ends so light or, where it is light already, so dark. */
const LIGHTER = '#ffffff'
const DARKER = '#22272e'
const LIGHT_LEVEL = 150

/** The colours a paint would have as a gradient: those it has, or from its own to a lighter or darker one. */
export function stopsFrom(paint: Paint): readonly Stop[] {
	if (isGradient(paint)) return paint.stops
	const { colour } = standIn(paint) ?? { colour: DARKER }
	const isLight = levelsOf(colour).reduce((sum, v) => sum + v, 0) / 3 > LIGHT_LEVEL
	return [
		{ at: 0, colour },
		{ at: 1, colour: between(colour, isLight ? DARKER : LIGHTER) },
	]
}
