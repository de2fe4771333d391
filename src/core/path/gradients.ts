import { type Affine, applyAffine, invertAffine } from '../geometry/affine'
import type { Box } from '../geometry/box'
import { item } from '../geometry/numbers'
import { mix, type Point } from '../geometry/point'
import { levelsOf } from './hex'
import type { Paint, Piece, Stop, Stroke } from './model'

/** A paint whose colour changes over the sheet. */
export type Gradient = Extract<Paint, { readonly kind: 'linear' | 'radial' }>

/** A gradient outwards from a centre or focus. */
export type Radial = Extract<Paint, { readonly kind: 'radial' }>

export function isGradient(paint: Paint): paint is Gradient {
	return paint.kind === 'linear' || paint.kind === 'radial'
}

/**
 * A paint under a map of the sheet. Where that skews, lines of one colour in a linear gradient no longer stand
 * upright on its way: the way is turned so that they do, and each place keeps its colour.
 */
export function transformPaint(paint: Paint, map: Affine): Paint {
	const go = (p: Point) => applyAffine(map, p)
	if (paint.kind === 'radial')
		return {
			...paint,
			centre: go(paint.centre),
			along: go(paint.along),
			across: go(paint.across),
			...(paint.focus && { focus: go(paint.focus) }),
		}
	if (paint.kind === 'pattern') return turnedPattern(paint, map)
	if (paint.kind !== 'linear') return paint
	const from = go(paint.from)
	const [x, y] = go(paint.to)
	// A line of one colour runs like this after the map: the way goes on to where it meets that line upright.
	const [wx, wy] = [paint.to[0] - paint.from[0], paint.to[1] - paint.from[1]]
	const [lx, ly] = [-map[0] * wy + map[2] * wx, -map[1] * wy + map[3] * wx]
	const size = lx * lx + ly * ly
	if (!(size > 0)) return { ...paint, from, to: [x, y] }
	const back = ((from[0] - x) * lx + (from[1] - y) * ly) / size
	return { ...paint, from, to: [x + back * lx, y + back * ly] }
}

/** A paint of one figure again and again. */
export type Pattern = Extract<Paint, { readonly kind: 'pattern' }>

/** A pattern's squares stay squares: they grow by how much areas do, and turn with what was level. */
function turnedPattern(pattern: Pattern, map: Affine): Pattern {
	const by = Math.sqrt(Math.abs(map[0] * map[3] - map[1] * map[2]))
	const angle = (pattern.angle * Math.PI) / 180
	const [x, y] = [Math.cos(angle), Math.sin(angle)]
	const turned = Math.atan2(map[1] * x + map[3] * y, map[0] * x + map[2] * y)
	return {
		...pattern,
		at: applyAffine(map, pattern.at),
		spacing: pattern.spacing * by,
		weight: pattern.weight * by,
		angle: (turned * 180) / Math.PI,
	}
}

/** A stroke under a map that scales all lengths by `by`: its width and its dashes grow with it. */
export function transformStroke(stroke: Stroke, map: Affine, by: number): Stroke {
	const { dashes, dashOffset } = stroke
	return {
		...stroke,
		paint: transformPaint(stroke.paint, map),
		width: stroke.width * by,
		...(dashes && { dashes: dashes.map((dash) => dash * by) }),
		...(dashOffset !== undefined && { dashOffset: dashOffset * by }),
	}
}

/** How a piece is painted under a map: a stroke grows by how much areas do. */
export function transformPaints(
	{ fill, stroke }: Pick<Piece, 'fill' | 'stroke'>,
	map: Affine,
): Pick<Piece, 'fill' | 'stroke'> {
	const by = Math.sqrt(Math.abs(map[0] * map[3] - map[1] * map[2]))
	return { fill: transformPaint(fill, map), stroke: transformStroke(stroke, map, by) }
}

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

/** From the circle of radius 1 about the origin to the last ellipse of a radial gradient. */
export function ellipseMap({ centre: [x, y], along, across }: Radial): Affine {
	return [along[0] - x, along[1] - y, across[0] - x, across[1] - y, x, y]
}

/** Where a radial gradient begins, seen from the circle of radius 1 that its last ellipse is the map of. */
export function focusWithin(gradient: Radial): Point {
	const back = gradient.focus && invertAffine(ellipseMap(gradient))
	return back && gradient.focus ? applyAffine(back, gradient.focus) : [0, 0]
}

/** One flat colour that stands for a paint where there is room for no more, `#rrggbb`; `null` for none. */
export function standIn(paint: Paint): { readonly colour: string; readonly alpha: number } | null {
	if (paint.kind === 'none') return null
	if (!isGradient(paint)) return { colour: paint.colour, alpha: paint.alpha ?? 1 }
	const [first, ...rest] = paint.stops
	if (!first) return null
	return rest.reduce(
		(sum, stop) => ({
			colour: between(sum.colour, stop.colour),
			alpha: (sum.alpha + (stop.alpha ?? 1)) / 2,
		}),
		{ colour: first.colour, alpha: first.alpha ?? 1 },
	)
}

function between(a: string, b: string): string {
	const other = levelsOf(b)
	const mean = levelsOf(a).map((v, n) => Math.round((v + (other[n] ?? v)) / 2))
	return `#${mean.map((v) => v.toString(16).padStart(2, '0')).join('')}`
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
