import { offset } from '../../combine/offset'
import { isSelfCrossing } from '../../combine/selfCrossing'
import { fitPolyline } from '../../fit/fitPolyline'
import { type Fitted, spliced } from '../../fit/spliced'
import { at, item } from '../../geometry/numbers'
import type { Point } from '../../geometry/point'
import { ringWinding } from '../../geometry/polygon'
import type { Contour } from '../../path/model'
import { transformContour } from '../../path/pieces'
import type { Pixels } from '../pixels'
import { dabbed } from './dabbed'
import { aboutShape, atFullSize, foundIn } from './firstFound'
import { type Dab, dabsOf, type LiftHint, NothingToLift, regionOf } from './hint'
import { type Matted, matteAnew, matteOf } from './matte'
import { outlineOf, type Ring, ringsAbout, unsureAlong } from './outlines'
import { type Place, placeOf } from './place'
import { ringsOf } from './rings'
import { withoutThin } from './thinParts'

export interface LiftOptions {
	/** How far the outline may leave the edge, px; 0.8 unless said otherwise. */
	readonly tolerance?: number
	/** How far inside the edge it lies, px. */
	readonly allowance?: number
	/** Parts and openings of less than this are dropped, px²; 60 unless said otherwise. */
	readonly smallest?: number
	/** What is thinner than this is left out, tips, hairs and spines, px; nothing unless said otherwise. */
	readonly finest?: number
	/** Is told the outlines roughly as soon as they are known so: the small copy's, to within some px. */
	readonly early?: (contours: Contour[]) => void
	/** Is told how far the work has come, 0 to 1. */
	readonly tell?: (share: number) => void
}

/** How far the work has come once each of its steps is done; what lies between two of them takes as long as it is wide. */
const COME = { seen: 0.2, guessed: 0.25, found: 0.8, parted: 0.9 } as const

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
/** A stretch without an edge is told of if it is so long, px. */
const LEAST_UNSURE_PX = 12
/** How far rough outlines may leave the small copy's pixels, px of it. */
const ROUGH = 0.8
/** An outline that crosses itself is fitted so many times more closely, … */
const CLOSER = 0.5
/** … and so often at most. */
const TRIES = 4

/** What is inside after some dabs, and its rings. */
interface Stage {
	readonly inside: Uint8Array
	/** The same without what is thinner than is asked for. */
	readonly matted: Matted
	readonly rings: readonly Ring[]
	/** What was fitted to the rings, by the tolerance. */
	readonly fitted: Map<number, readonly Fitted<Ring>[]>
}

export function liftingFrom(photo: Pixels): Lifting {
	let kept: { readonly key: string; readonly place: Place } | null = null
	/** What was found there before any dab: a finer detail needs no other. */
	let begun: {
		readonly place: Place
		readonly smallest: number
		readonly inside: Uint8Array
	} | null = null
	/** What is inside by the box or lasso alone, then after each dab. */
	let stages: { readonly key: string; readonly stage: Stage }[] = []
	return (hint, o = {}) => {
		const { tolerance = TOLERANCE_PX, allowance = 0, smallest = SMALLEST_PX2, finest = 0 } = o
		const tell = o.tell ?? (() => {})
		const region = regionOf(hint, photo.width, photo.height)
		const placeKey = JSON.stringify([region, hint.lasso, hint.taken, hint.shape])
		if (kept?.key !== placeKey) {
			kept = { key: placeKey, place: placeOf(photo, region, hint) }
			stages = []
		}
		const { place } = kept
		const { left, top, scale } = place
		const dabs = dabsOf(hint)
		if (!place.surrounded && dabs.length === 0 && !hint.shape)
			throw new NothingToLift('Leave some of what is round the object outside the box.')
		const parts = smallest / scale ** 2
		const first = JSON.stringify([smallest, finest])
		const keys = [first, ...dabs.map(keyOf)]
		const same = keys.findIndex((key, n) => stages[n]?.key !== key)
		stages = stages.slice(0, same < 0 ? keys.length : same)
		for (let n = stages.length; n < keys.length; n++) {
			const before = stages[n - 1]?.stage
			const told = dabs.slice(0, n)
			const inside = before ? dabbed(place, before.inside, told) : begin()
			const stage = stageOf(place, inside, before, parts, finest / scale, told)
			stages.push({ key: item(keys, n), stage })
			tell(COME.found + ((COME.parted - COME.found) * (n + 1)) / keys.length)
		}
		const contours = outlinesAt(
			stages.map(({ stage }) => stage),
			tolerance / scale,
		)
		const { inside, rings } = item(stages, stages.length - 1).stage
		if (!inside.includes(1) || contours.length === 0)
			throw new NothingToLift(
				dabs.length > 0
					? 'Nothing is left of the object: take a stroke back.'
					: 'Nothing in the box stands out from what is round it: dab on the object.',
			)
		const upright = contours.map((one) => transformContour(one, [scale, 0, 0, scale, left, top]))
		return {
			contours: allowance > 0 ? offset(upright, -allowance) : upright,
			unsure: rings
				.flatMap((ring) => unsureAlong(ring, LEAST_UNSURE_PX / scale))
				.map((way) => way.map((v, i) => scale * v + (i % 2 === 0 ? left : top))),
		}

		function begin(): Uint8Array {
			if (begun?.place !== place || begun.smallest !== smallest)
				begun = { place, smallest, inside: found() }
			return begun.inside
		}

		function found(): Uint8Array {
			if (hint.shape) return aboutShape(place, hint.shape)
			if (!place.surrounded) return new Uint8Array(item(place.seeds, 0).length)
			const first = place.first()
			tell(COME.seen)
			if (o.early) o.early(roughly(place, foundIn(place, first, smallest)))
			tell(COME.guessed)
			return atFullSize(place, smallest, (share) =>
				tell(COME.guessed + share * (COME.found - COME.guessed)),
			)
		}
	}
}

/** Tells dabs from others. */
const keyOf = ({ side, points, radius }: Dab): string => JSON.stringify([side, radius, ...points])

function stageOf(
	{ levels, left, top, scale }: Place,
	inside: Uint8Array,
	before: Stage | undefined,
	smallest: number,
	finest: number,
	dabs: readonly Dab[],
): Stage {
	const picture = item(levels, 0)
	const { width, height } = picture
	const places = dabs.flatMap(({ points }) =>
		Array.from(
			{ length: points.length >> 1 },
			(_, n): Point => [(at(points, 2 * n) - left) / scale, (at(points, 2 * n + 1) - top) / scale],
		),
	)
	const shown = withoutThin(inside, width, finest)
	const matted = before
		? matteAnew(picture, shown, before.matted)
		: { inside: shown, matte: matteOf(picture, shown) }
	const keep = (ring: readonly Point[]) => places.some((p) => ringWinding(ring, p) !== 0)
	const rings = ringsAbout(matted.matte, width, height, smallest, keep)
	return { inside, matted, rings, fitted: new Map() }
}

/** The outlines of the last stage: what no dab has changed is as it was before it. */
function outlinesAt(stages: readonly Stage[], tolerance: number): Contour[] {
	let before: readonly Fitted<Ring>[] | null = null
	for (const { rings, fitted } of stages) {
		let now: readonly Fitted<Ring>[] | undefined = fitted.get(tolerance)
		if (!now) {
			const made: readonly Fitted<Ring>[] = before
				? spliced(rings, before, tolerance)
				: rings.map((way) => ({ way, contour: outlineOf(way, tolerance) }))
			now = made.map((one) => uncrossed(one, tolerance))
			fitted.set(tolerance, now)
		}
		before = now
	}
	return (before ?? []).map(({ contour }) => contour).filter(({ nodes }) => nodes.length > 1)
}

/** An outline that came to cross itself is fitted more closely: its ring does not. */
function uncrossed(one: Fitted<Ring>, tolerance: number): Fitted<Ring> {
	let { contour } = one
	for (let n = 1; n <= TRIES && isSelfCrossing(contour); n++)
		contour = outlineOf(one.way, tolerance * CLOSER ** n)
	return contour === one.contour ? one : { ...one, contour }
}

/** Outlines of the small copy's pixels. */
function roughly({ levels, scale, left, top }: Place, inside: Uint8Array): Contour[] {
	const { width, height } = item(levels, levels.length - 1)
	const factor = scale * 2 ** (levels.length - 1)
	return ringsOf(inside, width, height)
		.map((ring) => fitPolyline(Float64Array.from(ring.flat()), { closed: true, tolerance: ROUGH }))
		.map((contour) => transformContour(contour, [factor, 0, 0, factor, left, top]))
}
