'use client'

import { formatLength } from '@/core'
import { useSheetAtRest, useSlice } from '@/editor/workbench/workbench'
import { DeviationStrip } from '../DeviationStrip'
import { againstSlice } from './againstSlice'
import type { Profile } from './profile'

/** However true the outline is, the strip shows no less than this, sheet px. */
const LEAST_RIM_PX = 1

/**
 * How the outlines at work lie against the photo, along them. Its place is kept where there is nothing to
 * show yet, so that the canvas does not move under a hand at work.
 * @param otherwise what is shown while none are at work
 */
export function PhotoProfile({ otherwise = null }: { otherwise?: Profile | null }) {
	const sheet = useSheetAtRest()
	const atWork = useSlice(againstSlice, (state) => state.profile)
	const silent = useSlice(againstSlice, (state) => state.silent)
	if (sheet.photos.length === 0 || sheet.pieces.length === 0) return null
	const profile = atWork ?? otherwise
	const { samples = [], worst = 0 } = profile ?? {}
	const rim = Math.max(LEAST_RIM_PX, worst)
	return (
		<DeviationStrip
			label="Profile against the photo"
			samples={samples}
			{...(samples.length === 0 && {
				note:
					silent ??
					(profile ? 'No edge of a photo lies beside these outlines.' : 'Being measured …'),
			})}
			rim={rim}
			rimWords={formatLength(Number(rim.toPrecision(2)), sheet)}
			worst={worst}
		/>
	)
}
