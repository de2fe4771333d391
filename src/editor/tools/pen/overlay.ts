import {
	add,
	type Contour,
	type Cubic,
	findNode,
	type PathNode,
	type Point,
	type Snapped,
	scale,
	snapAngle,
	subtract,
} from '@/core'
import type { Sight } from '@/editor/session/machine'
import { ANGLE_STEP, NO_OVERLAY, type Overlay, type PointerInput } from '@/editor/session/tool'
import { noteAt } from '../noteAt'
import { caughtBy, sign, snapped } from '../snapped'
import { drawnOutline, lastNode, type Target } from './aim'
import { alongIfThere } from './along'
import type { PenState } from './state'

/** The next segment as it would become, the inside as it would fill, what a point snapped to. */
export function overlay(state: PenState, sight: Sight): Overlay {
	const { press: held, pointer, target, snap } = state
	if (held) return { ...NO_OVERLAY, snapped: snap }
	const drawn = drawnOutline(state.drawing, sight)
	const last = lastNode(drawn)
	const first = drawn?.nodes[0]
	if (!pointer) return NO_OVERLAY
	if (target.do === 'close' && first && drawn && last)
		return { ...NO_OVERLAY, preview: segmentTo(last, first.at, first.in), filled: drawn.id }
	if (target.do === 'join') return joining(target.node, last, sight)
	if (target.do === 'along' && drawn) return following(target, pointer, drawn, sight)
	if (target.do === 'on-edge') {
		const snapped = caughtBy(target.at)
		const preview = last ? segmentTo(last, target.at, undefined) : null
		return { ...NO_OVERLAY, preview, snapped, note: noteAt(target.at, 'on the edge') }
	}
	if (target.do !== 'place') return NO_OVERLAY
	const placed = placeAt(pointer, last, sight)
	const preview = last ? segmentTo(last, placed.at, undefined) : null
	// What holds in another way than one may think is said where one looks.
	const straight = sight.straightOnly() && !placed.snap
	const note = straight ? noteAt(placed.at, 'straight only') : null
	return { ...NO_OVERLAY, preview, snapped: placed.snap, note }
}

/** The segment that would join the drawn outline to another one's end. */
function joining(node: string, last: PathNode | undefined, sight: Sight): Overlay {
	const end = findNode(sight.sheet(), node)?.node
	if (!end) return NO_OVERLAY
	const preview = last ? segmentTo(last, end.at, undefined) : null
	return { ...NO_OVERLAY, preview, snapped: caughtBy(end.at), note: noteAt(end.at, 'joins') }
}

/** The stretch of an edge that would be gone along. */
function following(
	target: Target & { readonly do: 'on-edge' | 'along' },
	{ shift }: PointerInput,
	drawn: Contour,
	sight: Sight,
): Overlay {
	const gone = alongIfThere()?.goAlongEdge(sight.sheet(), drawn.id, target, {
		longer: shift,
	})
	const run = gone ? { pins: [], over: null, live: gone.stretch, ways: [] } : null
	return { ...NO_OVERLAY, run, note: noteAt(target.at, 'along the edge') }
}

/** Where a click would place a node: with Shift, in a kept direction from the last one. */
export function placeAt(
	input: PointerInput,
	last: PathNode | undefined,
	sight: Sight,
): { at: Point; snap: Snapped | null } {
	if (input.shift && last) return { at: snapAngle(last.at, input.at, ANGLE_STEP), snap: null }
	const found = snapped(sight, input.at, input)
	return { at: found.at, snap: sign(found) }
}

function segmentTo(from: PathNode, to: Point, into: Point | undefined): Cubic {
	if (!from.out && !into)
		return [from.at, add(from.at, scale(subtract(to, from.at), 1 / 3)), to, to]
	return [from.at, from.out ?? from.at, into ?? to, to]
}
