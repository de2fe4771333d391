import { byteAt, item } from '../../geometry/numbers'
import type { Contour } from '../../path/model'
import { insideOf } from '../inside'
import { refinedInBand } from './narrowBand'
import { clamped, parted, sureOf } from './parting'
import { type Copy, gridAt, likelyAt, type Place } from './place'
import { doubled } from './pyramid'
import { withoutSpecks } from './rings'

/** The boundary is sought anew at each level so near to where it was, px. */
const BAND_PX = 3

/** The object's pixels in a copy, by the model and what a boundary costs there. */
export function foundIn(
	place: Place,
	{ ground, boundaries, likely, level }: Copy,
	smallest: number,
): Uint8Array {
	const own = item(place.seeds, level)
	const said = Float64Array.from(likely, (z, k) => sureOf(byteAt(own, k)) || clamped(z))
	const speck = smallest / (place.scale * 2 ** level) ** 2
	return withoutSpecks(parted(boundaries, said), ground.width, speck, likely)
}

/** An edge is sought so far from an outline that was drawn, px of the photo, … */
const DRAWN_PX = 6
/** … and what the model says of it counts so little. */
const HARDLY = 0.15

/** The object's pixels at full size by an outline that was drawn, its boundary sought anew near it. */
export function aboutShape(place: Place, shape: readonly Contour[]): Uint8Array {
	const { levels, seeds, scale } = place
	const drawn = insideOf(shape, gridAt(place, 0))
	const steps = Math.max(2, Math.round(DRAWN_PX / scale))
	return refinedInBand(item(levels, 0), item(seeds, 0), drawn, steps, (places) =>
		likelyAt(place, 0, places).map((z) => HARDLY * z),
	)
}

/** The object's pixels at full size: its boundary sought anew from level to level. */
export function atFullSize(place: Place, smallest: number): Uint8Array {
	const { levels, seeds } = place
	const well = place.well()
	let inside = foundIn(place, well, smallest)
	for (let n = well.level - 1; n >= 0; n--) {
		const level = item(levels, n)
		const start: Uint8Array = doubled(inside, item(levels, n + 1).width, level)
		inside = refinedInBand(level, item(seeds, n), start, BAND_PX, (places) =>
			likelyAt(place, n, places),
		)
	}
	return inside
}
