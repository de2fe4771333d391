import type { Box } from '../../geometry/box'
import { floatAt, intAt, item } from '../../geometry/numbers'
import { coloursOf } from '../colours'
import type { Grid } from '../inside'
import type { Pixels } from '../pixels'
import { evidenceOf, sharpestOf, sharpestOfCopy } from './evidence'
import { type LiftHint, OUT, seedsOf } from './hint'
import { likelihoods } from './network'
import { type Boundaries, boundariesOf, type Ground } from './parting'
import { halved, type Pyramid, partOf, pyramidOf } from './pyramid'
import { FIRST_PX, MODEL_PX, roundAbout } from './round'

/** The part of a photo that a hint is about, and what is known of it. */
export interface Place {
	/** Where it begins, px of the photo, and px of the photo for one of its own. */
	readonly left: number
	readonly top: number
	readonly scale: number
	/** The part and copies of it, each half as large, down to the one that the model has seen. */
	readonly levels: Pyramid
	/** Of each level what the box or lasso says of its pixels. */
	readonly seeds: readonly Uint8Array[]
	/** What the model says of the smallest level, and of the larger one that it is known well from. */
	readonly first: () => Copy
	readonly well: () => Copy
	/** The box or lasso leaves some of the photo outside. */
	readonly surrounded: boolean
}

/** A level that the model has seen. */
export interface Copy {
	/** Which of the levels it is. */
	readonly level: number
	readonly ground: Ground
	readonly boundaries: Boundaries
	/** Of each pixel the log of how much likelier it is the object's than not, by the model. */
	readonly likely: Float32Array
}

/** Nothing is done at more than so many pixels: what is larger is made smaller first. */
const MOST_PX = 2e6
/** A px of boundary where nothing changes, as a log likelihood. */
const SMOOTH = 2
/** Without anything round it the model says nothing: it is a little likelier not the object's. */
const UNSAID = -1

/** @param region of the hint, px of the photo */
export function placeOf(photo: Pixels, region: Box, hint: LiftHint): Place {
	const { left, top, width, height } = roundAbout(region, photo.width, photo.height)
	let part = partOf(photo, left, top, width, height)
	let scale = 1
	for (; part.width * part.height > MOST_PX; scale *= 2) part = halved(part)
	const levels = pyramidOf(part, FIRST_PX)
	const bare = { left, top, scale, levels }
	const seeds = levels.map((_, n) => seedsOf(hint, region, gridAt(bare, n)))
	// What was taken already may well be like the object: what is round the box alone tells the ground.
	const { taken: _, ...alone } = hint
	const around = (n: number) => seedsOf(alone, region, gridAt(bare, n))
	const smallest = levels.length - 1
	const surrounded = around(smallest).includes(OUT)
	const large = levels.findIndex(({ width, height }) => width * height <= MODEL_PX)
	const sized = item(levels, large)
	let sharpest: Float32Array | undefined
	const copy = (n: number) => {
		const { width, height } = item(levels, n)
		sharpest ??= sharpestOf(part, sized.width, sized.height, large)
		const own =
			n === large ? sharpest : sharpestOfCopy(sharpest, sized.width, width, height, n - large)
		return copyOf(item(levels, n), n, around(n), own, surrounded)
	}
	let [first, well]: (Copy | undefined)[] = []
	return {
		...bare,
		seeds,
		first: () => {
			first ??= copy(smallest)
			return first
		},
		well: () => {
			if (!well) {
				first ??= copy(smallest)
				well = large === smallest ? first : together(first, copy(large))
			}
			return well
		},
		surrounded,
	}
}

/** How the pixels of a level lie on the photo. */
export function gridAt(
	{ left, top, scale, levels }: Pick<Place, 'left' | 'top' | 'scale' | 'levels'>,
	n: number,
): Grid {
	const { width, height } = item(levels, n)
	return { left, top, width, height, factor: scale * 2 ** n }
}

function copyOf(
	level: Pixels,
	n: number,
	around: Uint8Array,
	sharpest: Float32Array,
	surrounded: boolean,
): Copy {
	const { width, height } = level
	const ground: Ground = { width, height, colours: coloursOf(level) }
	const all = counting(width * height)
	const boundaries = boundariesOf(ground, all, SMOOTH)
	if (!surrounded)
		return { level: n, ground, boundaries, likely: new Float32Array(all.length).fill(UNSAID) }
	const evidence = evidenceOf(ground, around, sharpest)
	return { level: n, ground, boundaries, likely: likelihoods(evidence, width, height) }
}

/** What the larger copy says counts so much, and what the smaller one says. */
const OWN_SAY = 0.9
const FIRST_SAY = 0.2

/** What is known of a larger copy with what was known of the smaller one, which sees more of what is round about. */
function together(first: Copy, well: Copy): Copy {
	const { width } = well.ground
	const by = 2 ** (first.level - well.level)
	const likely = likelyAround(first, width, by, counting(well.likely.length))
	for (let k = 0; k < likely.length; k++)
		likely[k] = OWN_SAY * floatAt(well.likely, k) + FIRST_SAY * floatAt(likely, k)
	return { ...well, likely }
}

/** What the model says of pixels of a larger level, linearly between those that it has seen. */
export function likelyAt({ well, levels }: Place, n: number, places: Int32Array): Float32Array {
	const copy = well()
	return likelyAround(copy, item(levels, n).width, 2 ** (copy.level - n), places)
}

/** @param by pixels of the larger level for one of the copy's */
function likelyAround(copy: Copy, across: number, by: number, places: Int32Array): Float32Array {
	const { width, height } = copy.ground
	const made = new Float32Array(places.length)
	for (let n = 0; n < places.length; n++) {
		const k = intAt(places, n)
		const u = ((k % across) + 0.5) / by - 0.5
		const v = (Math.floor(k / across) + 0.5) / by - 0.5
		const i = Math.max(0, Math.min(width - 2, Math.floor(u)))
		const j = Math.max(0, Math.min(height - 2, Math.floor(v)))
		const [fx, fy] = [u - i, v - j]
		const o = j * width + i
		const top = floatAt(copy.likely, o) * (1 - fx) + floatAt(copy.likely, o + 1) * fx
		const below =
			floatAt(copy.likely, o + width) * (1 - fx) + floatAt(copy.likely, o + width + 1) * fx
		made[n] = top * (1 - fy) + below * fy
	}
	return made
}

/** 0, 1, 2 … */
function counting(count: number): Int32Array {
	const made = new Int32Array(count)
	for (let k = 0; k < count; k++) made[k] = k
	return made
}
