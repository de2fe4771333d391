import {
	type Box,
	boxOf,
	contourBounds,
	distance,
	growBox,
	joinBoxes,
	liftedAs,
	type Piece,
	type Point,
	ringWinding,
	type Sheet,
} from '@/core'
import { pieceUnder } from '@/editor/session/hitTest'
import { DRAG_PX, type PointerInput } from '@/editor/session/tool'
import type { Doing } from './hints'
import type { Asked, Dab, LiftState, LiftWish } from './liftSlice'

/** A stroke's points are so far apart at least, as a share of the brush. */
const STROKE_STEP = 0.3
/** Spread grows by so much for a px that is dragged on screen. */
const SPREAD_PER_PX = 0.04
const LEAST_SPREAD = 0.5
const MOST_SPREAD = 20

/** A piece that is opened again has so much round it, as a share of it, and at least, sheet px. */
const ROUND = 0.05
const LEAST_ROUND_PX = 8

/** On the box's own line one is no longer in it, sheet px. */
const LINE_PX = 0.5

/** What is drawn at the moment. */
export interface Press {
	readonly doing: Doing
	readonly from: PointerInput
	readonly points: readonly Point[]
}

/** Whether the pointer is within what was drawn round an object. */
export function isWithin(asked: Asked | null, { at }: PointerInput): boolean {
	if (asked?.way !== 'object') return false
	if ('lasso' in asked.round) return ringWinding(asked.round.lasso, at) !== 0
	return holds(asked.round.box, at)
}

function holds(box: Box, [x, y]: Point): boolean {
	const { minX, minY, maxX, maxY } = growBox(box, -LINE_PX)
	return x >= minX && x <= maxX && y >= minY && y <= maxY
}

/** What a press begins. */
export function begun({ wish, asked }: LiftState, input: PointerInput): Doing {
	if (wish.way === 'colour') return 'spread'
	// To take away is never to begin anew, wherever the stroke begins.
	if (asked?.way === 'object' && (isWithin(asked, input) || input.hold === 'outside')) return 'dab'
	return input.hold === 'lasso' ? 'lasso' : 'box'
}

/** A press as far as the pointer has come. */
export function drawnOn(press: Press, input: PointerInput, { wish, asked }: LiftState): Press {
	const { doing, from, points } = press
	if (doing === 'spread') return press
	if (doing === 'box') {
		const meant = points.length > 1 || distance(from.at, input.at) > DRAG_PX * input.pixel
		return meant ? { ...press, points: [from.at, input.at] } : press
	}
	const step = doing === 'dab' ? STROKE_STEP * wish.brush : DRAG_PX
	// What leaves the box says nothing of what is in it.
	const counts = doing === 'lasso' || from.hold === 'outside' || isWithin(asked, input)
	const last = points.at(-1) ?? from.at
	const far = distance(last, input.at) >= step * input.pixel
	return counts && far ? { ...press, points: [...points, input.at] } : press
}

/** What is asked for once a press is let go; `null` after a slip. */
export function askedBy(press: Press, { wish, asked }: LiftState): Asked | null {
	const { doing, points } = press
	if (doing === 'dab' && asked?.way === 'object')
		return { ...asked, dabs: [...asked.dabs, dabOf(press, wish)] }
	if (doing === 'lasso' && points.length > 2)
		return { way: 'object', round: { lasso: points }, dabs: [] }
	if (doing === 'box' && points.length > 1)
		return { way: 'object', round: { box: boxOf(points) }, dabs: [] }
	return null
}

export function dabOf({ from, points }: Press, { brush }: LiftWish): Dab {
	const side = from.hold === 'outside' ? 'outside' : 'inside'
	return { side, points, radius: brush * from.pixel }
}

/** An area of the colour at a place, with those before it where one more is asked for. */
export function areaAt({ wish, asked }: LiftState, input: PointerInput, sheet: Sheet): Asked {
	const before = input.shift && asked?.way === 'colour' ? asked : null
	return {
		way: 'colour',
		areas: [...(before?.areas ?? []), { at: input.at, spread: wish.spread }],
		within: before ? before.within : (pieceUnder(sheet, input.at)?.id ?? null),
	}
}

/** A drag widens or narrows what counts as alike; `null` for a slip. */
export function widened(
	{ from }: Press,
	input: PointerInput,
	{ wish, asked }: LiftState,
): Asked | null {
	if (asked?.way !== 'colour' || distance(from.at, input.at) < DRAG_PX * input.pixel) return null
	const by = ((input.at[0] - from.at[0]) / input.pixel) * SPREAD_PER_PX
	const spread = Math.max(LEAST_SPREAD, Math.min(MOST_SPREAD, wish.spread + by))
	return { ...asked, areas: [...asked.areas.slice(0, -1), { at: from.at, spread }] }
}

/** A piece that is there, as it was lifted; once it was changed, by its own shape. `null` where it cannot be. */
export function askedAgain(piece: Piece): Asked | null {
	const closed = piece.contours.filter((contour) => contour.closed)
	if (closed.length === 0 || piece.locked) return null
	const as = liftedAs(piece)
	if (as) return { way: 'object', round: as.round, dabs: as.dabs, again: piece.id }
	const about = closed.map(contourBounds).reduce(joinBoxes)
	const round = ROUND * Math.max(about.maxX - about.minX, about.maxY - about.minY)
	const box = growBox(about, Math.max(LEAST_ROUND_PX, round))
	return { way: 'object', round: { box }, dabs: [], again: piece.id, shape: closed }
}

/** What is left when what was drawn last is taken back. */
export function withoutLast(asked: Asked): Asked | null {
	if (asked.way === 'object')
		return asked.dabs.length > 0 ? { ...asked, dabs: asked.dabs.slice(0, -1) } : null
	return asked.areas.length > 1 ? { ...asked, areas: asked.areas.slice(0, -1) } : null
}
