'use client'

import { useSlice } from '@/editor/workbench/workbench'
import { DeviationStrip } from '../DeviationStrip'
import { thinSlice } from './thinSlice'

/** The deviation of the ghost along the outline. */
export function ProfileStrip() {
	const ghost = useSlice(thinSlice, (state) => state.ghost)
	const allowed = useSlice(thinSlice, (state) => state.wish.tolerance)
	const profile = ghost?.profile ?? []
	if (profile.length === 0) return null
	return (
		<DeviationStrip
			label="Profile"
			samples={profile}
			rim={allowed}
			rimWords={`${Number(allowed.toPrecision(2))} px`}
			worst={Math.max(...profile.map(({ off }) => Math.abs(off)))}
		/>
	)
}
