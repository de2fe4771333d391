'use client'

import { useEffect, useMemo } from 'react'
import { nodeCount } from '@/core'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { useAnswer } from '@/editor/workbench/useAnswer'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { NOTHING } from '@/store/selection'
import { againstSlice } from './againstSlice'
import { profileOf, whySilent } from './propose'
import { chosenTargets } from './targets'

/** More nodes than this are not measured as one works. */
export const MOST_MEASURED = 2000
const TOO_MANY = 'Too many nodes to be measured as one works: choose a piece.'

/** Keeps the profile of the pieces at work up to date; takes it away with the card. */
export function useProfile(): void {
	const { slices, edges } = useWorkbench()
	const against = slices.of(againstSlice)
	const sheet = useSheetAtRest()
	const piece = useOpenSheet((state) => state.selection.piece)
	const others = useOpenSheet((state) => state.selection.others)
	const pyramids = useSlice(darkroomSlice, (state) => state.pyramids)
	// biome-ignore lint/correctness/useExhaustiveDependencies: a photo that was decoded meanwhile can be read
	const { ask, silent } = useMemo(() => {
		const { all } = chosenTargets(sheet, { ...NOTHING, piece, others })
		const nodes = nodeCount(all.flatMap(({ contours }) => contours))
		const fits = nodes > 0 && nodes <= MOST_MEASURED
		return {
			ask: fits ? () => profileOf(all, edges) : null,
			silent: nodes > MOST_MEASURED ? TOO_MANY : whySilent(all, edges),
		}
	}, [sheet, piece, others, edges, pyramids])
	const profile = useAnswer(ask)
	useEffect(() => {
		// The last answer is shown until the next one comes.
		if (profile || !ask) against.setState({ profile })
	}, [profile, ask, against])
	useEffect(() => against.setState({ silent }), [silent, against])
	useEffect(
		() => () => against.setState({ profile: null, proposal: null, proposedFor: null }),
		[against],
	)
}
