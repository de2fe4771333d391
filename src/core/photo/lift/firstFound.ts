import { at, byteAt, floatAt, item } from '../../geometry/numbers'
import type { Contour } from '../../path/model'
import { insideOf } from '../inside'
import { logDensity, mixtureOf, someAt } from './mixture'
import { refinedInBand } from './narrowBand'
import { clamped, parted, sureOf } from './parting'
import { type Copy, gridAt, likelyAt, type Place } from './place'
import { doubled } from './pyramid'
import { withoutSpecks } from './rings'
import { strandsOn } from './strands'

/** The boundary is sought anew at each level so near to where it was, px. */
const BAND_PX = 3

/** The object's pixels in a copy, by the model and what a boundary costs there. */
export function foundIn(
	place: Place,
	{ ground, boundaries, likely, level }: Copy,
	smallest: number,
): Uint8Array {
	const own = item(place.seeds, level)
	const said = new Float64Array(likely.length)
	// Models of colour need no clean boundary: what is likelier is enough for them, until the last.
	const likelier = new Uint8Array(likely.length)
	let told: Float32Array | null = null
	for (let round = 0; ; round++) {
		for (let k = 0; k < said.length; k++) {
			const sum = floatAt(likely, k) + (told ? floatAt(told, k) : 0)
			said[k] = sureOf(byteAt(own, k)) || clamped(sum)
			likelier[k] = at(said, k) > 0 ? 1 : 0
		}
		if (round === COLOUR_ROUNDS || (round > 0 && !told)) break
		told = toldByColour(ground.colours, likely, likelier)
	}
	const inside = parted(boundaries, said)
	const speck = smallest / (place.scale * 2 ** level) ** 2
	return withoutSpecks(inside, ground.width, speck, likely)
}

/** Colours are modelled so often. */
const COLOUR_ROUNDS = 2
/** Where colours tell both sides apart in less than this share of what the model is sure of, they say nothing; … */
const LEAST_APART = 0.85
/** … and where in all of it, so much, as a share of their log likelihood. */
const MOST_SAID = 1
/** The model is sure of pixels that are so likely one or the other, as a log. */
const SURE_LOG = 2

/**
 * What the colours of either side say of each pixel (as in *GrabCut*; Rother, Kolmogorov & Blake, 2004), for as
 * much as they tell the two sides apart; `null` where they do not.
 */
function toldByColour(
	colours: Float32Array,
	likely: Float32Array,
	inside: Uint8Array,
): Float32Array | null {
	const [theirs, ours] = [0, 1].map((side) => {
		let count = 0
		for (let k = 0; k < inside.length; k++) if (byteAt(inside, k) === side) count++
		return mixtureOf(someAt(colours, count, (k) => byteAt(inside, k) === side))
	})
	if (!theirs?.count || !ours?.count) return null
	const told = new Float32Array(likely.length)
	const [right, all] = [new Float64Array(2), new Float64Array(2).fill(1)]
	for (let k = 0; k < told.length; k++) {
		const says = clamped(logDensity(ours, colours, 3 * k) - logDensity(theirs, colours, 3 * k))
		told[k] = says
		const z = floatAt(likely, k)
		if (Math.abs(z) < SURE_LOG) continue
		const side = z > 0 ? 1 : 0
		all[side] = at(all, side) + 1
		if (says > 0 === z > 0) right[side] = at(right, side) + 1
	}
	const apart = Math.min(at(right, 0) / at(all, 0), at(right, 1) / at(all, 1))
	const share = (MOST_SAID * (apart - LEAST_APART)) / (1 - LEAST_APART)
	return share > 0 ? told.map((v) => share * v) : null
}

/** So far the work has come once the model has seen the larger copy, and once the object is found in it. */
const SEEN = 0.45
const FOUND = 0.6

/** An edge is sought so far from an outline that was drawn, px of the photo, … */
const DRAWN_PX = 6
/** … and what the model says of it counts so little. */
const HARDLY = 0.15

/** The object's pixels at full size by an outline that was drawn, its boundary sought anew near it. */
export function aboutShape(place: Place, shape: readonly Contour[]): Uint8Array {
	const { levels, seeds, scale } = place
	const drawn = insideOf(shape, gridAt(place, 0))
	const steps = Math.max(2, Math.round(DRAWN_PX / scale))
	return refinedInBand(item(levels, 0), { seeds: item(seeds, 0) }, drawn, steps, (places) =>
		likelyAt(place, 0, places).map((z) => HARDLY * z),
	)
}

/**
 * The object's pixels at full size: its boundary sought anew from level to level.
 * @param tell is told how far it has come, 0 to 1
 */
export function atFullSize(
	place: Place,
	smallest: number,
	tell: (share: number) => void,
): Uint8Array {
	const { levels, seeds } = place
	const well = place.well()
	tell(SEEN)
	let inside = foundIn(place, well, smallest)
	let thin = strandsOn(well.likely, item(seeds, well.level), inside, well.ground.width)
	inside = inside.map((one, k) => one | byteAt(thin, k))
	tell(FOUND)
	for (let n = well.level - 1; n >= 0; n--) {
		const level = item(levels, n)
		const across = item(levels, n + 1).width
		const start: Uint8Array = doubled(inside, across, level)
		thin = doubled(thin, across, level)
		const known = { seeds: item(seeds, n), thin }
		inside = refinedInBand(level, known, start, BAND_PX, (places) => likelyAt(place, n, places))
		tell(1 - (1 - FOUND) * (n / well.level))
	}
	return inside
}
