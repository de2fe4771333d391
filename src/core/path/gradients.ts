import { type Affine, applyAffine, invertAffine } from '../geometry/affine'
import type { Point } from '../geometry/point'
import { levelsOf } from './hex'
import type { Paint, Piece, Stroke } from './model'

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

/** The colour half-way between two, `#rrggbb`. */
export function between(a: string, b: string): string {
	const other = levelsOf(b)
	const mean = levelsOf(a).map((v, n) => Math.round((v + (other[n] ?? v)) / 2))
	return `#${mean.map((v) => v.toString(16).padStart(2, '0')).join('')}`
}
