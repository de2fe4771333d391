import {
	type Affine,
	add,
	distance,
	mix,
	type Point,
	scale,
	scaleAbout,
	subtract,
	unit,
} from '@/core'
import { heldKey } from './holds'
import type { Frame, PointerInput } from './tool'

/** The frame by whose corners and knob photos and pieces are scaled and turned. */

/** How far beyond the frame's upper side the knob that turns it stands, px on screen. */
const KNOB_PX = 26
/** Shift turns by multiples of this, radians. */
const TURN_STEP = Math.PI / 12
/** Nothing is made smaller than this on the sheet, px. */
const LEAST_PX = 4

export type Corner = 0 | 1 | 2 | 3

/** What its corners and its knob do, while the pointer is over them and while they are held. */
export const FRAME_HINTS = {
	corner: {
		over: `Drag: scale in proportion. ${heldKey('apart')}: each side by itself.`,
		held: `Scaling in proportion. ${heldKey('apart')}: each side by itself.`,
	},
	knob: {
		over: 'Drag: turn about the middle. Shift: 15° steps.',
		held: 'Turning about the middle. Shift: 15° steps.',
	},
} as const

/** The same for the key list. */
export const FRAME_SHORTCUTS = [
	{ keys: 'Drag a corner', does: 'Scale in proportion' },
	{ keys: 'Drag the knob', does: 'Turn; Shift: 15° steps' },
] as const

/** What of a frame lies within reach. */
export function gripOf(frame: Frame, input: PointerInput): 'knob' | Corner | null {
	if (distance(knobOf(frame, input.pixel), input.at) <= input.reach) return 'knob'
	const corner = frame.corners.findIndex((p) => distance(p, input.at) <= input.reach)
	return corner < 0 ? null : (corner as Corner)
}

/** Where the knob stands, at a zoom of `pixel` sheet px a screen px. */
export function knobOf({ corners: [a, b, c] }: Frame, pixel: number): Point {
	const up = unit(subtract(b, c))
	return add(mix(a, b, 0.5), scale(up, KNOB_PX * pixel))
}

/** The scaling that brings a corner under the pointer: in proportion, or, apart, each side by itself. */
export function cornerScaling({ corners }: Frame, corner: Corner, input: PointerInput): Affine {
	const fixed = corners[(corner + 2) % 4] as Point
	const [a, b, , d] = corners
	const across = unit(subtract(b, a))
	const turn = Math.atan2(across[1], across[0])
	const before = inFrame(subtract(corners[corner], fixed), turn)
	const now = inFrame(subtract(input.at, fixed), turn)
	const least = (k: number, size: number) => Math.max(k, LEAST_PX / size)
	const [width, height] = [distance(a, b), distance(a, d)]
	if (input.hold === 'apart')
		return scaleAbout(
			fixed,
			turn,
			least(now[0] / before[0], width),
			least(now[1] / before[1], height),
		)
	// The pointer's place dropped onto the diagonal: the corner stays as near to it as it can.
	const k =
		(now[0] * before[0] + now[1] * before[1]) / (before[0] * before[0] + before[1] * before[1])
	const s = least(k, Math.min(width, height))
	return scaleAbout(fixed, turn, s, s)
}

/**
 * The angle by which the knob was dragged about a middle; with Shift such that what was turned by
 * `turn` comes to a multiple of 15°.
 */
export function knobAngle(centre: Point, start: Point, input: PointerInput, turn: number): number {
	const by = angleFrom(centre, input.at) - angleFrom(centre, start)
	return input.shift ? Math.round((turn + by) / TURN_STEP) * TURN_STEP - turn : by
}

/** With Shift a move goes only across or only down. */
export function moveBy([x, y]: Point, { shift }: PointerInput): Point {
	if (!shift) return [x, y]
	return Math.abs(x) > Math.abs(y) ? [x, 0] : [0, y]
}

/** A displacement in the frame's own directions. */
function inFrame([x, y]: Point, turn: number): Point {
	const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
	return [x * cos + y * sin, y * cos - x * sin]
}

function angleFrom(centre: Point, p: Point): number {
	return Math.atan2(p[1] - centre[1], p[0] - centre[0])
}
