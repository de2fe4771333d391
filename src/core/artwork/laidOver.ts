import { item as valueAt } from '../geometry/numbers'
import { isGradient } from '../path/gradients'
import { levelsOf } from '../path/hex'
import type { Paint, Stop } from '../path/model'

/** sRGB with alpha, 0 to 1. */
export type Colour = readonly [r: number, g: number, b: number, alpha: number]

/** Between two stops of unlike alpha, colours that are laid over others do not mix evenly: so many more say them. */
const STOPS_BETWEEN = 4

/**
 * What one sees where a paint lies over another (Porter & Duff, 1984, “over”), each under an opacity, 0 to 1.
 * @returns `null` where no one paint is that: two gradients, or a pattern one sees through
 */
export function laidOver(upper: Paint, over: number, lower: Paint, under: number): Paint | null {
	const [flatUpper, flatLower] = [flatColour(upper, over), flatColour(lower, under)]
	if (flatUpper && flatLower) return solid(mixed(flatUpper, flatLower), 1)
	if (flatUpper && isGradient(lower))
		return withStops(lower, under, (colour) => mixed(flatUpper, colour))
	if (flatLower && isGradient(upper))
		return withStops(upper, over, (colour) => mixed(colour, flatLower))
	return null
}

/** A gradient, each of its colours under an opacity made another. */
export function withStops(
	gradient: Extract<Paint, { readonly stops: readonly Stop[] }>,
	opacity: number,
	change: (colour: Colour) => Colour,
): Paint {
	const stops = finer(gradient.stops).map(({ at, ...stop }): Stop => {
		const [r, g, b, alpha] = change(colourOf(stop, opacity))
		const paint = solid([r, g, b, 1], 1)
		const visible = Math.round(alpha * 1e4) / 1e4
		return {
			at,
			colour: paint.kind === 'solid' ? paint.colour : '#000000',
			...(visible < 1 && { alpha: visible }),
		}
	})
	return { ...gradient, stops }
}

/** Stops as they are, and more between those whose alphas differ. */
function finer(stops: readonly Stop[]): Stop[] {
	return stops.flatMap((stop, n) => {
		const next = stops[n + 1]
		if (!next || next.at === stop.at || (stop.alpha ?? 1) === (next.alpha ?? 1)) return [stop]
		const [from, to] = [colourOf(stop, 1), colourOf(next, 1)]
		return Array.from({ length: STOPS_BETWEEN + 1 }, (_, k): Stop => {
			const share = k / (STOPS_BETWEEN + 1)
			const [r = 0, g = 0, b = 0, alpha = 1] = from.map((v, i) => v + (valueAt(to, i) - v) * share)
			const paint = solid([r, g, b, 1], 1)
			const colour = paint.kind === 'solid' ? paint.colour : stop.colour
			return { at: stop.at + (next.at - stop.at) * share, colour, alpha }
		})
	})
}

/** The colour of a paint that is the same all over; `null` for any other. */
export function flatColour(paint: Paint, opacity: number): Colour | null {
	if (paint.kind === 'none') return [0, 0, 0, 0]
	return paint.kind === 'solid' ? colourOf(paint, opacity) : null
}

function colourOf(
	{ colour, alpha = 1 }: { readonly colour: string; readonly alpha?: number },
	opacity: number,
): Colour {
	const [r, g, b] = levelsOf(colour).map((v) => v / 255) as [number, number, number]
	return [r, g, b, alpha * opacity]
}

function mixed(upper: Colour, lower: Colour): Colour {
	const rest = lower[3] * (1 - upper[3])
	const alpha = upper[3] + rest
	const channel = (i: 0 | 1 | 2) =>
		alpha > 0 ? (upper[i] * upper[3] + lower[i] * rest) / alpha : 0
	return [channel(0), channel(1), channel(2), alpha]
}

/** A colour as a piece carries it, under a further opacity. */
export function solid([r, g, b, alpha]: Colour, opacity: number): Paint {
	const visible = Math.round(alpha * opacity * 1e4) / 1e4
	if (visible <= 0) return { kind: 'none' }
	const hex = [r, g, b]
		.map((v) =>
			Math.round(v * 255)
				.toString(16)
				.padStart(2, '0'),
		)
		.join('')
	return { kind: 'solid', colour: `#${hex}`, ...(visible < 1 && { alpha: visible }) }
}
