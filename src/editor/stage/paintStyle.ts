import { type Affine, type FillRule, invertAffine, type Paint } from '@/core'

/** Fills a path; an elliptical gradient is painted as a round one, the path drawn out the other way. */
export function fillWith(
	ctx: CanvasRenderingContext2D,
	paint: Paint,
	path: Path2D,
	rule: FillRule,
): void {
	const place = paint.kind === 'radial' && !isRound(paint) ? placeOf(paint) : null
	const back = place && invertAffine(place)
	if (!place || !back || paint.kind !== 'radial') {
		ctx.fill(path, rule)
		return
	}
	const bent = new Path2D()
	bent.addPath(path, new DOMMatrix([...back]))
	ctx.save()
	ctx.transform(...place)
	ctx.fillStyle = styleOf(ctx, { ...paint, centre: [0, 0], along: [1, 0], across: [0, 1] })
	ctx.fill(bent, rule)
	ctx.restore()
}

type Radial = Extract<Paint, { readonly kind: 'radial' }>

const placeOf = ({ centre: [x, y], along, across }: Radial): Affine => [
	along[0] - x,
	along[1] - y,
	across[0] - x,
	across[1] - y,
	x,
	y,
]

function isRound(paint: Radial): boolean {
	const [a, b, c, d] = placeOf(paint)
	const size = Math.hypot(a, b)
	return (
		Math.abs(a * c + b * d) < 1e-6 * size * size && Math.abs(Math.hypot(c, d) - size) < 1e-6 * size
	)
}

function radiusOf(paint: Radial): number {
	const [a, b, c, d] = placeOf(paint)
	return Math.sqrt(Math.abs(a * d - b * c))
}

/** A paint as a canvas has it, in sheet px. An ellipse is painted as the circle that covers as much. */
export function styleOf(
	ctx: CanvasRenderingContext2D,
	paint: Exclude<Paint, { readonly kind: 'none' }>,
): string | CanvasGradient {
	if (paint.kind === 'solid') return paint.colour
	const gradient =
		paint.kind === 'linear'
			? ctx.createLinearGradient(...paint.from, ...paint.to)
			: ctx.createRadialGradient(...paint.centre, 0, ...paint.centre, radiusOf(paint))
	for (const { at, colour, alpha = 1 } of paint.stops)
		gradient.addColorStop(at, alpha < 1 ? colour + hexByte(alpha) : colour)
	return gradient
}

const hexByte = (share: number) =>
	Math.round(255 * share)
		.toString(16)
		.padStart(2, '0')
