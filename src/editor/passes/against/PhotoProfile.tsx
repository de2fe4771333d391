'use client'

import { formatLength } from '@/core'
import { useSheetAtRest, useSlice } from '@/editor/workbench/workbench'
import { DeviationStrip } from '../DeviationStrip'
import { againstSlice } from './againstSlice'

/** However true the outline is, the strip shows no less than this, sheet px. */
const LEAST_RIM_PX = 1

/** How the outlines at work lie against the photo, along them. */
export function PhotoProfile() {
	const sheet = useSheetAtRest()
	const profile = useSlice(againstSlice, (state) => state.profile)
	if (!profile || profile.samples.length === 0) return null
	const rim = Math.max(LEAST_RIM_PX, profile.worst)
	return (
		<DeviationStrip
			label="Profile against the photo"
			samples={profile.samples}
			rim={rim}
			rimWords={formatLength(Number(rim.toPrecision(2)), sheet)}
			worst={profile.worst}
		/>
	)
}
