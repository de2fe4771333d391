import type { Contour, FillRule } from '../path/model'
import { arranged } from './arrangement'
import { clip, type Filled, type Operation, resolve } from './clip'
import type { Area } from './divide'
import { rebuild } from './rebuild'

export interface CombineOptions {
	/** What of the subject is filled; `nonzero` where it is not said. */
	readonly subjectRule?: FillRule
	/** What of the clip is filled; `nonzero` where it is not said. */
	readonly clipRule?: FillRule
}

/**
 * Combines two sets of outlines: `cut-out` takes the clip from the subject, `merge` joins them,
 * `overlap` keeps what both have, `exclude` what only one has. Outlines may cross, touch, overlap
 * and share edges with each other and themselves; open ones are closed by a straight segment.
 *
 * Polygons of whole-numbered points are clipped (Clipper2, after Vatti, 1992), every vertex knowing
 * the segments that pass it, and the curves are taken back from them: a segment that is not cut
 * comes back to the last bit with its nodes' kinds; new nodes stand only where outlines cross, to
 * the precision of the numbers. Distances below about 10⁻⁵ of the whole extent count as none.
 * @param subject outlines in px, y down
 * @param clip outlines in px, y down
 * @returns closed outlines that fill the same under either rule; none where nothing is left
 */
export function combine(
	op: Operation,
	subject: readonly Contour[],
	other: readonly Contour[],
	{ subjectRule = 'nonzero', clipRule = 'nonzero' }: CombineOptions = {},
): Contour[] {
	return combineAreas(op, [
		{ contours: subject, rule: subjectRule },
		{ contours: other, rule: clipRule },
	])
}

/**
 * Combines any number of areas: the first less all others, all together, what all share, or what an
 * odd number of them covers. See {@link combine}.
 */
export function combineAreas(op: Operation, areas: readonly Area[]): Contour[] {
	return arranged(
		areas.map(({ contours }) => contours),
		(arrangement) => {
			const { lattice, groups, tangled } = arrangement
			const filled = areas.map(
				({ rule }, k): Filled => ({ rings: groups[k] ?? [], rule, clear: !tangled[k] }),
			)
			const [first = NOTHING, ...others] = filled
			const found = others.reduce(
				(sum, next): Filled => ({ rings: clip(lattice, op, sum, next), rule: 'plain' }),
				first,
			)
			return rebuild(arrangement, resolve(lattice, found))
		},
	)
}

const NOTHING: Filled = { rings: [], rule: 'plain' }
