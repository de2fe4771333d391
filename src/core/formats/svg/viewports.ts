import type { Affine } from '../../geometry/affine'

export interface ViewBox {
	readonly x: number
	readonly y: number
	readonly width: number
	readonly height: number
}

/** Reads a `viewBox`; `undefined` where it is none or encloses nothing. */
export function readViewBox(text: string | undefined): ViewBox | undefined {
	const numbers = (text ?? '')
		.trim()
		.split(/[\s,]+/)
		.map(Number)
	const [x = 0, y = 0, width = 0, height = 0] = numbers
	const fits = numbers.length === 4 && numbers.every(Number.isFinite) && width > 0 && height > 0
	return fits ? { x, y, width, height } : undefined
}

/**
 * From a view box to a viewport of a size, as `preserveAspectRatio` says (SVG 1.1, section 7.8):
 * kept in proportion and centred where it says nothing.
 * @returns the map, and whether what the box leaves over is cut off by the viewport
 */
export function viewBoxMap(
	box: ViewBox,
	size: { readonly width: number; readonly height: number },
	preserveAspectRatio: string | undefined,
): Affine {
	const said = (preserveAspectRatio ?? '').trim().replace(/^defer\s+/, '')
	const [kx, ky] = [size.width / box.width, size.height / box.height]
	if (/^none\b/.test(said)) return [kx, 0, 0, ky, -box.x * kx, -box.y * ky]
	const [, x = 'Mid', y = 'Mid', how = 'meet'] =
		/^x(Min|Mid|Max)Y(Min|Mid|Max)(?:\s+(meet|slice))?$/.exec(said) ?? []
	const k = how === 'slice' ? Math.max(kx, ky) : Math.min(kx, ky)
	const left = SHARE[x] ?? 0.5
	const above = SHARE[y] ?? 0.5
	return [
		k,
		0,
		0,
		k,
		(size.width - box.width * k) * left - box.x * k,
		(size.height - box.height * k) * above - box.y * k,
	]
}

const SHARE: Readonly<Record<string, number>> = { Min: 0, Mid: 0.5, Max: 1 }
