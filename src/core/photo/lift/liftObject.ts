import { offset } from '../../combine/offset'
import type { Box } from '../../geometry/box'
import { byteAt } from '../../geometry/numbers'
import type { Contour } from '../../path/model'
import { transformContour } from '../../path/pieces'
import { edgeField } from '../edge/edgeField'
import { fitToEdges } from '../edge/fitToEdges'
import type { Pixels } from '../pixels'
import { coloursOf, reduced } from './colours'
import { IN, type LiftHint, NothingToLift, regionOf, seedsOf } from './hint'
import { refinedInBand } from './narrowBand'
import { outlineOf } from './outlines'
import type { Ground } from './parting'
import { ringsOf, withoutSpecks } from './rings'
import { segment } from './segment'

export interface LiftOptions {
	/** How far the outline may leave the edge, px; 0.8 unless said otherwise. */
	readonly tolerance?: number
	/** How far inside the edge it lies, px. */
	readonly allowance?: number
	/** Parts and openings of less than this are dropped, px²; 60 unless said otherwise. */
	readonly smallest?: number
}

const TOLERANCE_PX = 0.8
/** A boundary that was parted wavers: it is fitted so much more loosely, then moved onto the edge. */
const LOOSE = 2.25
/** It moves no further than this then, px. */
const FINISH_PX = 3
const SMALLEST_PX2 = 60
/** So much round the box is looked at, as a share of it, and at least, px. */
const ROUND = 0.1
const LEAST_ROUND_PX = 12
/** The object is sought in a copy of about so many pixels. */
const COPY_PX = 40_000

/**
 * The outline of one object in a photo, with its openings: sought by graph cuts in a small copy, its
 * boundary then in a narrow band at full size, moved onto the photo's edge and fitted.
 * @param hint where the object is, px of the photo
 * @returns closed; parts clockwise on screen and openings the other way, so that both fill rules agree
 * @throws NothingToLift with a reason in words where the hint names no object
 */
export function liftObject(photo: Pixels, hint: LiftHint, o: LiftOptions = {}): Contour[] {
	const { tolerance = TOLERANCE_PX, allowance = 0, smallest = SMALLEST_PX2 } = o
	const region = regionOf(hint, photo.width, photo.height)
	const { part, left, top } = partRound(photo, region)
	const inside = insideOf(part, left, top, hint, region, smallest)
	const field = edgeField(part)
	const rings = ringsOf(inside, part.width, part.height)
	const rough = rings.map((ring) => outlineOf(ring, field, LOOSE * tolerance))
	const kept = rough.filter(({ nodes }) => nodes.length > 1)
	if (kept.length === 0)
		throw new NothingToLift('Nothing in the box stands out from what is round it.')
	const { contours } = fitToEdges(kept, field, { reach: FINISH_PX })
	const within = allowance > 0 ? offset(contours, -allowance) : contours
	return within.map((contour) => transformContour(contour, [1, 0, 0, 1, left, top]))
}

/** The object's pixels among those of a part of the photo. */
function insideOf(
	part: Pixels,
	left: number,
	top: number,
	hint: LiftHint,
	region: Box,
	smallest: number,
): Uint8Array {
	const factor = Math.max(1, Math.round(Math.sqrt((part.width * part.height) / COPY_PX)))
	const copy = reduced(part, factor)
	const small: Ground = { width: copy.width, height: copy.height, colours: coloursOf(copy) }
	const seeds = seedsOf(hint, region, { left, top, factor, width: copy.width, height: copy.height })
	const found = segment(small, seeds)
	const whole = seedsOf(hint, region, {
		left,
		top,
		factor: 1,
		width: part.width,
		height: part.height,
	})
	const full: Ground = { width: part.width, height: part.height, colours: coloursOf(part) }
	const tidy = withoutSpecks(found, copy.width, smallest / factor ** 2, (k) => seeds[k] === IN)
	const rough = enlarged(tidy, copy.width, factor, part)
	const refined = refinedInBand(full, whole, rough, Math.ceil(1.5 * factor) + 1)
	return withoutSpecks(refined, part.width, smallest, (k) => whole[k] === IN)
}

function enlarged(
	inside: Uint8Array,
	across: number,
	factor: number,
	{ width, height }: Pixels,
): Uint8Array {
	const made = new Uint8Array(width * height)
	for (let y = 0, k = 0; y < height; y++)
		for (let x = 0; x < width; x++, k++)
			made[k] = byteAt(inside, Math.floor(y / factor) * across + Math.floor(x / factor))
	return made
}

/** The box and what is round it, cut out of the photo. */
function partRound(photo: Pixels, region: Box): { part: Pixels; left: number; top: number } {
	const round = Math.max(
		LEAST_ROUND_PX,
		ROUND * Math.max(region.maxX - region.minX, region.maxY - region.minY),
	)
	const left = Math.max(0, Math.floor(region.minX - round))
	const top = Math.max(0, Math.floor(region.minY - round))
	const width = Math.min(photo.width, Math.ceil(region.maxX + round)) - left
	const height = Math.min(photo.height, Math.ceil(region.maxY + round)) - top
	const data = new Uint8ClampedArray(4 * width * height)
	for (let y = 0; y < height; y++) {
		const from = 4 * ((top + y) * photo.width + left)
		data.set(photo.data.subarray(from, from + 4 * width), 4 * y * width)
	}
	return { part: { width, height, data }, left, top }
}
