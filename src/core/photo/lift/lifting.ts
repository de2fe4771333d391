import { offset } from '../../combine/offset'
import { fitPolyline } from '../../fit/fitPolyline'
import type { Box } from '../../geometry/box'
import { item } from '../../geometry/numbers'
import type { Point } from '../../geometry/point'
import { ringWinding } from '../../geometry/polygon'
import type { Contour } from '../../path/model'
import { transformContour } from '../../path/pieces'
import { coloursOf } from '../colours'
import { edgeSamples } from '../edge/edgeDeviation'
import { type EdgeField, emptyField, makeTilesNear } from '../edge/edgeField'
import { fitToEdges } from '../edge/fitToEdges'
import type { Pixels } from '../pixels'
import { IN, type LiftHint, NothingToLift, OUT, regionOf, seedsOf } from './hint'
import { refinedInBand } from './narrowBand'
import { outlineOf } from './outlines'
import type { Boundaries, Ground } from './parting'
import { doubled, halved, type Pyramid, partOf, pyramidOf } from './pyramid'
import { reached } from './reached'
import { largeRings, ringsOf, withoutSpecks } from './rings'
import { bounded, found, refound } from './segment'

export interface LiftOptions {
	/** How far the outline may leave the edge, px; 0.8 unless said otherwise. */
	readonly tolerance?: number
	/** How far inside the edge it lies, px. */
	readonly allowance?: number
	/** Parts and openings of less than this are dropped, px²; 60 unless said otherwise. */
	readonly smallest?: number
	/** Is told the outlines roughly as soon as they are known so: the small copy's, to within some px. */
	readonly early?: (contours: Contour[]) => void
}

export interface Lifted {
	/** Closed; parts clockwise on screen and openings the other way, so that both fill rules agree. */
	readonly contours: Contour[]
	/** Stretches of them along which no edge is sure: x0, y0, x1, y1 …, px. */
	readonly unsure: Float64Array[]
}

/**
 * Lifts from one photo; what was found out for one hint is kept for the next, which is often the same with a
 * dab more.
 * @throws NothingToLift with a reason in words where the hint names no object
 */
export type Lifting = (hint: LiftHint, o?: LiftOptions) => Lifted

const TOLERANCE_PX = 0.8
const SMALLEST_PX2 = 60
/** A boundary that was parted wavers: it is fitted so much more loosely, then moved onto the edge, … */
const LOOSE = 4
/** … no further than this, px. */
const FINISH_PX = 4
const FINISH_ROUNDS = 3
/** So much round the box is looked at, as a share of it, and at least, px. */
const ROUND = 0.1
const LEAST_ROUND_PX = 12
/** The object is sought in a copy of so many pixels at most, … */
const COPY_PX = 20_000
/** … sought anew as long as copies are not larger than this, … */
const WHOLE_PX = 50_000
/** … and from then on only so near to where its boundary was, px. */
const BAND_PX = 3
/** Nothing is done at more than so many pixels: what is larger is made smaller first. */
const MOST_PX = 2e6
/** Edges are looked for so far from a boundary, px. */
const EDGES_PX = 16

/** A copy that is small enough to be parted as a whole. */
interface Small {
	readonly ground: Ground
	readonly boundaries: Boundaries
	/** What is inside by the box or lasso alone; `null` where that finds nothing. */
	readonly inside: Uint8Array | null
}

/** The part of a photo that a hint is about, and what is known of it. */
interface Place {
	readonly key: string
	readonly region: Box
	/** Where it begins, px of the photo, and px of the photo for one of its own. */
	readonly left: number
	readonly top: number
	readonly scale: number
	readonly levels: Pyramid
	/** The largest of the small copies, and which of the levels it is. */
	readonly small: Small
	readonly smallLevel: number
	readonly field: EdgeField
	/** The box or lasso leaves some of the photo outside. */
	readonly surrounded: boolean
}

export function liftingFrom(photo: Pixels): Lifting {
	let kept: Place | null = null
	/** The rings that were found last, and by which strokes: another tolerance needs no others. */
	let parted: { readonly place: Place; readonly by: string; readonly rings: Point[][] } | null =
		null
	return (hint, o = {}) => {
		const { tolerance = TOLERANCE_PX, allowance = 0, smallest = SMALLEST_PX2 } = o
		const region = regionOf(hint, photo.width, photo.height)
		const key = JSON.stringify([region, hint.lasso, smallest])
		const place = kept?.key === key ? kept : placeOf(photo, region, hint, key, smallest)
		kept = place
		const { left, top, scale } = place
		const by = strokesKey(hint)
		if (parted?.place !== place || parted.by !== by) {
			const found = inSmallCopy(place, hint, smallest)
			o.early?.(roughly(place, found))
			const inside = atFullSize(place, hint, found)
			parted = { place, by, rings: outlinesAbout(place, hint, inside, smallest) }
		}
		const rough = parted.rings.map((ring) =>
			outlineOf(ring, place.field, (LOOSE * tolerance) / scale),
		)
		const whole = rough.filter(({ nodes }) => nodes.length > 1)
		if (whole.length === 0)
			throw new NothingToLift('Nothing in the box stands out from what is round it.')
		const { contours } = fitToEdges(whole, place.field, { reach: FINISH_PX, rounds: FINISH_ROUNDS })
		const unsure = unsureAlong(contours, place.field)
		const upright = contours.map((one) => transformContour(one, [scale, 0, 0, scale, left, top]))
		return {
			contours: allowance > 0 ? offset(upright, -allowance) : upright,
			unsure: unsure.map((way) => way.map((v, i) => scale * v + (i % 2 === 0 ? left : top))),
		}
	}
}

/** Tells strokes from others. */
const strokesKey = ({ inside = [], outside = [] }: LiftHint): string =>
	JSON.stringify(
		[inside, outside].map((all) => all.map(({ points, radius }) => [radius, ...points])),
	)

/** An edge lies no further from an outline that was fitted to it, px. */
const NEAR_PX = 3
/** A stretch without one is told of if it is so long, px. */
const LEAST_UNSURE_PX = 12

function unsureAlong(contours: readonly Contour[], field: EdgeField): Float64Array[] {
	const ways: Float64Array[] = []
	const samples = edgeSamples(contours, field, NEAR_PX)
	for (const k of contours.keys()) {
		let way: number[] = []
		let length = 0
		const end = () => {
			if (length >= LEAST_UNSURE_PX) ways.push(Float64Array.from(way))
			way = []
			length = 0
		}
		for (const one of samples) {
			if (one.contour !== k) continue
			if (!Number.isNaN(one.edge)) end()
			else {
				way.push(...one.at)
				length += one.length
			}
		}
		end()
	}
	return ways
}

function placeOf(photo: Pixels, region: Box, hint: LiftHint, key: string, smallest: number): Place {
	const round = Math.max(
		LEAST_ROUND_PX,
		ROUND * Math.max(region.maxX - region.minX, region.maxY - region.minY),
	)
	const left = Math.max(0, Math.floor(region.minX - round))
	const top = Math.max(0, Math.floor(region.minY - round))
	const right = Math.min(photo.width, Math.ceil(region.maxX + round))
	const bottom = Math.min(photo.height, Math.ceil(region.maxY + round))
	let part = partOf(photo, left, top, right - left, bottom - top)
	let scale = 1
	for (; part.width * part.height > MOST_PX; scale *= 2) part = halved(part)
	const levels = pyramidOf(part, COPY_PX)
	const bare = { left, top, scale, region, levels }
	const plain = { ...hint, inside: [], outside: [] }
	let small: Small | null = null
	let smallLevel = levels.length - 1
	for (let n = smallLevel; n >= 0; n--) {
		const level = item(levels, n)
		if (small && level.width * level.height > WHOLE_PX) break
		small = smallOf(bare, n, plain, small, smallest)
		smallLevel = n
	}
	return {
		...bare,
		key,
		small: small as Small,
		smallLevel,
		field: emptyField(part.width, part.height),
		surrounded: seedsAt(bare, smallLevel, plain).includes(OUT),
	}
}

type Bare = Pick<Place, 'left' | 'top' | 'scale' | 'region' | 'levels'>

/** What a hint says of the pixels of one of the levels. */
function seedsAt(
	{ left, top, scale, region, levels }: Bare,
	n: number,
	hint: LiftHint,
): Uint8Array {
	const { width, height } = item(levels, n)
	return seedsOf(hint, region, { left, top, factor: scale * 2 ** n, width, height })
}

function smallOf(
	bare: Bare,
	n: number,
	hint: LiftHint,
	before: Small | null,
	smallest: number,
): Small {
	const level = item(bare.levels, n)
	const ground: Ground = { width: level.width, height: level.height, colours: coloursOf(level) }
	const boundaries = bounded(ground)
	const seeds = seedsAt(bare, n, hint)
	const speck = smallest / (bare.scale * 2 ** n) ** 2
	const tidy = (inside: Uint8Array) => withoutSpecks(inside, level.width, speck, () => false)
	if (!before) {
		const inside = seeds.includes(OUT) ? found(ground, seeds) : null
		return { ground, boundaries, inside: inside && tidy(inside) }
	}
	if (!before.inside) return { ground, boundaries, inside: null }
	const start = doubled(before.inside, before.ground.width, level)
	return { ground, boundaries, inside: tidy(refound(ground, boundaries, seeds, start)) }
}

/** The object's pixels in the largest of the small copies. */
function inSmallCopy(place: Place, hint: LiftHint, smallest: number): Uint8Array {
	const { small, smallLevel, scale } = place
	let inside = small.inside
	if (hint.inside?.length || hint.outside?.length) {
		const seeds = seedsAt(place, smallLevel, hint)
		const bare = seedsAt(place, smallLevel, { ...hint, inside: [], outside: [] })
		const dabbed = seeds.map((seed, k) =>
			seed === IN || (seed === OUT && bare[k] !== OUT) ? 1 : 0,
		)
		const said = reached(small.boundaries, dabbed, (k) => seeds[k] === IN, inside)
		const start = inside ?? seeds.map((seed) => (seed === IN ? 1 : 0))
		const sought = refound(small.ground, small.boundaries, seeds, start, said)
		const speck = smallest / (scale * 2 ** smallLevel) ** 2
		inside = withoutSpecks(sought, small.ground.width, speck, (k) => dabbed[k] === 1)
	}
	if (!inside && !place.surrounded)
		throw new NothingToLift('Leave some of what is round the object outside the box.')
	if (!inside?.includes(1))
		throw new NothingToLift(
			hint.inside?.length
				? 'Nothing is left of the object: take a stroke back.'
				: 'Nothing in the box stands out from what is round it: dab on the object.',
		)
	return inside
}

/** Outlines of the small copy's pixels. */
function roughly({ levels, smallLevel, scale, left, top }: Place, inside: Uint8Array): Contour[] {
	const { width, height } = item(levels, smallLevel)
	const factor = scale * 2 ** smallLevel
	return ringsOf(inside, width, height)
		.map((ring) => fitPolyline(Float64Array.from(ring.flat()), { closed: true, tolerance: ROUGH }))
		.map((contour) => transformContour(contour, [factor, 0, 0, factor, left, top]))
}

/** How far rough outlines may leave the small copy's pixels, px of it. */
const ROUGH = 0.8

/** Its pixels at the largest level, its boundary sought anew from level to level. */
function atFullSize(place: Place, hint: LiftHint, found: Uint8Array): Uint8Array {
	const { levels, smallLevel } = place
	let inside = found
	for (let n = smallLevel - 1; n >= 0; n--) {
		const level = item(levels, n)
		const start: Uint8Array = doubled(inside, item(levels, n + 1).width, level)
		inside = refinedInBand(level, seedsAt(place, n, hint), start, BAND_PX, n === 0)
	}
	return inside
}

/** The rings about what is inside, with the edges near them read. */
function outlinesAbout(
	{ levels, left, top, scale, field }: Place,
	{ inside: on = [], outside: off = [] }: LiftHint,
	inside: Uint8Array,
	smallest: number,
): Point[][] {
	const picture = item(levels, 0)
	const dabs = [...on, ...off].flatMap(({ points }) =>
		Array.from(
			{ length: points.length >> 1 },
			(_, n): Point => [
				((points[2 * n] ?? 0) - left) / scale,
				((points[2 * n + 1] ?? 0) - top) / scale,
			],
		),
	)
	const rings = largeRings(
		ringsOf(inside, picture.width, picture.height),
		smallest / scale ** 2,
		(ring) => dabs.some((dab) => ringWinding(ring, dab) !== 0),
	)
	makeTilesNear(field, picture, rings.flat(), EDGES_PX)
	return rings
}
