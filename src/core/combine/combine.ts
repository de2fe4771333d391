import type { Contour, FillRule } from '../path/model'
import { arranged } from './arrangement'
import { clip, type Operation } from './clip'
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
	return arranged([subject, other], (arrangement) => {
		const { lattice, groups } = arrangement
		const [rings = [], cutter = []] = groups
		const found = clip(lattice, op, { rings, rule: subjectRule }, { rings: cutter, rule: clipRule })
		return rebuild(arrangement, found)
	})
}
