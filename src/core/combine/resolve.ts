import type { Contour, FillRule } from '../path/model'
import { arranged } from './arrangement'
import { clip, resolve } from './clip'
import { rebuild } from './rebuild'

/**
 * Outlines that fill what these fill under a rule, without crossings or overlaps, and so under
 * either rule. What was uncrossed comes back to the last bit.
 * @param contours outlines in px, y down; open ones are closed by a straight segment
 */
export function resolveSelfCrossings(
	contours: readonly Contour[],
	rule: FillRule = 'nonzero',
): Contour[] {
	return arranged([contours], (arrangement) => {
		const [rings = []] = arrangement.groups
		return rebuild(arrangement, resolve(arrangement.lattice, { rings, rule }))
	})
}

/** What of these outlines only one of the fill rules fills; none where the rules agree. */
export function ruleDifference(contours: readonly Contour[]): Contour[] {
	return arranged([contours], (arrangement) => {
		const { lattice, groups } = arrangement
		const [rings = []] = groups
		const evenodd = resolve(lattice, { rings, rule: 'evenodd' })
		const nonzero = resolve(lattice, { rings, rule: 'nonzero' })
		const differ = clip(
			lattice,
			'exclude',
			{ rings: nonzero, rule: 'plain' },
			{ rings: evenodd, rule: 'plain' },
		)
		return rebuild(arrangement, differ)
	})
}
