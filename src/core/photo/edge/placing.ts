import { type Affine, applyAffine, invertAffine } from '../../geometry/affine'
import { at } from '../../geometry/numbers'
import type { Point } from '../../geometry/point'

/** How a photo's px and a sheet's lie on each other. */
export interface Placing {
	readonly place: Affine
	readonly back: Affine
	/** Px of the sheet for one of the photo. */
	readonly size: number
	onPhoto(p: Point): Point
	onSheet(p: Point): Point
	/** Options with their lengths in px of the photo. */
	scaled<T extends object>(o: T): T
}

const LENGTHS = new Set(['reach', 'tolerance', 'allowance', 'addWithin', 'within'])

/**
 * @param place carries the photo's px to the sheet's: it is moved, turned, mirrored, scaled in proportion
 * @throws RangeError for a place that makes nothing of the photo
 */
export function placing(place: Affine): Placing {
	const back = invertAffine(place)
	if (!back) throw new RangeError('A photo that has no size has no edges.')
	const [a, b, c, d] = place
	const size = Math.sqrt(Math.abs(a * d - b * c))
	return {
		place,
		back,
		size,
		onPhoto: (p) => applyAffine(back, p),
		onSheet: (p) => applyAffine(place, p),
		scaled: <T extends object>(o: T): T =>
			Object.fromEntries(
				Object.entries(o).map(([key, value]) => [
					key,
					LENGTHS.has(key) && typeof value === 'number' ? value / size : value,
				]),
			) as T,
	}
}

/** A way x0, y0, x1, y1 … with each of its places mapped. */
export function flatOnto(path: Float64Array, map: (p: Point) => Point): Float64Array {
	const placed = new Float64Array(path.length)
	for (let i = 0; i + 1 < path.length; i += 2) placed.set(map([at(path, i), at(path, i + 1)]), i)
	return placed
}
