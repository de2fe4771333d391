import { boxCorners, EMPTY_BOX, growBox, joinBoxes } from '../geometry/box'
import type { Point } from '../geometry/point'
import { contourHull } from '../path/contour'
import { type Contour, newId } from '../path/model'
import { type Arrangement, arranged, type Ring } from './arrangement'
import { clip, resolve } from './clip'
import { inmost } from './inmost'
import { partsOf } from './parts'
import { rebuild } from './rebuild'

/** A part of the plane round which outlines wind equally often. */
export interface WindingRegion {
	/** Clockwise on screen counted positive; never 0. */
	readonly winding: number
	readonly contours: readonly Contour[]
	/** Well inside, px. */
	readonly inside: Point
}

/**
 * The regions that outlines part the plane into, with how often they wind round each.
 * @param contours outlines in px, y down; open ones are closed by a straight segment
 */
export function windingRegions(contours: readonly Contour[]): WindingRegion[] {
	if (contours.every(({ nodes }) => nodes.length === 0)) return []
	return arranged([contours, [frameRound(contours)]], (arrangement) => {
		const [rings = [], frame = []] = arrangement.groups
		return [1, -1].flatMap((sign) => levels(arrangement, rings, frame, sign))
	})
}

/**
 * The regions of one sign. Each turn of a frame round everything lowers all windings by one, so
 * that what is still positive wound more often than the frame.
 */
function levels(
	arrangement: Arrangement,
	outlines: readonly Ring[],
	frame: readonly Ring[],
	sign: number,
): WindingRegion[] {
	const { lattice } = arrangement
	const rings = sign > 0 ? outlines : outlines.map((ring) => ring.toReversed())
	const found: WindingRegion[] = []
	let level = resolve(lattice, { rings, rule: 'positive' })
	for (let winding = 1; level.length > 0; winding++) {
		const turns = Array.from({ length: winding }, () => frame.map((ring) => ring.toReversed()))
		const next = resolve(lattice, { rings: [...rings, ...turns.flat()], rule: 'positive' })
		const here = clip(
			lattice,
			'cut-out',
			{ rings: level, rule: 'plain' },
			{ rings: next, rule: 'plain' },
		)
		for (const part of partsOf(lattice, here)) {
			const region = rebuild(arrangement, part)
			const inside = inmost(region)
			if (inside) found.push({ winding: sign * winding, contours: region, inside })
		}
		level = next
	}
	return found
}

function frameRound(contours: readonly Contour[]): Contour {
	const box = contours.map(contourHull).reduce(joinBoxes, EMPTY_BOX)
	const room = Math.max(box.maxX - box.minX, box.maxY - box.minY) * 0.05 || 1
	const nodes = boxCorners(growBox(box, room)).map((at) => ({
		id: newId(),
		at,
		kind: 'corner' as const,
	}))
	return { id: newId(), nodes, closed: true }
}
