import {
	ellipseMap,
	type FillRule,
	figurePath,
	focusWithin,
	invertAffine,
	type Paint,
	type Pattern,
	type Radial,
	turnAbout,
} from '@/core'

/** Fills a path; an elliptical gradient is painted as a round one, the path drawn out the other way. */
export function fillWith(
	ctx: CanvasRenderingContext2D,
	paint: Paint,
	path: Path2D,
	rule: FillRule,
): void {
	const place = paint.kind === 'radial' && !isRound(paint) ? ellipseMap(paint) : null
	const back = place && invertAffine(place)
	if (!place || !back || paint.kind !== 'radial') {
		ctx.fill(path, rule)
		return
	}
	const bent = new Path2D()
	bent.addPath(path, new DOMMatrix([...back]))
	ctx.save()
	ctx.transform(...place)
	const focus = focusWithin(paint)
	ctx.fillStyle = styleOf(ctx, { ...paint, centre: [0, 0], along: [1, 0], across: [0, 1], focus })
	ctx.fill(bent, rule)
	ctx.restore()
}

function isRound(paint: Radial): boolean {
	const [a, b, c, d] = ellipseMap(paint)
	const size = Math.hypot(a, b)
	return (
		Math.abs(a * c + b * d) < 1e-6 * size * size && Math.abs(Math.hypot(c, d) - size) < 1e-6 * size
	)
}

function radiusOf(paint: Radial): number {
	const [a, b, c, d] = ellipseMap(paint)
	return Math.sqrt(Math.abs(a * d - b * c))
}

/** A paint as a canvas has it, in sheet px. An ellipse is painted as the circle that covers as much. */
export function styleOf(
	ctx: CanvasRenderingContext2D,
	paint: Exclude<Paint, { readonly kind: 'none' }>,
): string | CanvasGradient | CanvasPattern {
	if (paint.kind === 'solid') return paint.colour
	if (paint.kind === 'pattern') return patternStyle(ctx, paint) ?? paint.colour
	const gradient =
		paint.kind === 'linear'
			? ctx.createLinearGradient(...paint.from, ...paint.to)
			: ctx.createRadialGradient(
					...(paint.focus ?? paint.centre),
					0,
					...paint.centre,
					radiusOf(paint),
				)
	for (const { at, colour, alpha = 1 } of paint.stops)
		gradient.addColorStop(at, alpha < 1 ? colour + hexByte(alpha) : colour)
	return gradient
}

const hexByte = (share: number) =>
	Math.round(255 * share)
		.toString(16)
		.padStart(2, '0')

/** A square of a pattern is drawn so large at least and at most, device px; larger ones are drawn out. */
const TILE_PX = { min: 4, max: 512 } as const
/** Squares are kept for so many patterns and zooms. */
const MOST_TILES = 64
const tiles = new Map<string, OffscreenCanvas>()

function patternStyle(ctx: CanvasRenderingContext2D, pattern: Pattern): CanvasPattern | null {
	const { a, b } = ctx.getTransform()
	const wanted = Math.ceil(pattern.spacing * Math.hypot(a, b))
	const size = Math.max(TILE_PX.min, Math.min(TILE_PX.max, wanted))
	const style = ctx.createPattern(tileOf(pattern, size), 'repeat')
	const [x, y] = pattern.at
	const turned = turnAbout([0, 0], (pattern.angle * Math.PI) / 180)
	const k = pattern.spacing / size
	style?.setTransform(
		new DOMMatrix([1, 0, 0, 1, x, y]).multiplySelf(new DOMMatrix([...turned])).scaleSelf(k, k),
	)
	return style
}

/** One square of a pattern, so many device px wide. */
function tileOf(
	{ figure, spacing, weight, colour, ground }: Pattern,
	size: number,
): OffscreenCanvas {
	const key = [figure, weight / spacing, colour, ground, size].join(' ')
	const kept = tiles.get(key)
	if (kept) return kept
	if (tiles.size >= MOST_TILES) tiles.clear()
	const tile = new OffscreenCanvas(size, size)
	const ctx = tile.getContext('2d')
	if (ctx) {
		if (ground) {
			ctx.fillStyle = ground
			ctx.fillRect(0, 0, size, size)
		}
		ctx.scale(size / spacing, size / spacing)
		ctx.fillStyle = ctx.strokeStyle = colour
		ctx.lineWidth = weight
		if (figure === 'dots') {
			ctx.beginPath()
			ctx.arc(spacing / 2, spacing / 2, weight / 2, 0, 2 * Math.PI)
			ctx.fill()
		} else ctx.stroke(new Path2D(figurePath(figure, spacing)))
	}
	tiles.set(key, tile)
	return tile
}
