'use client'

import { useCallback, useEffect } from 'react'
import { nodeCount } from '@/core'
import { limitsFor } from '@/core/proofs'
import { useAnswer } from '@/editor/workbench/useAnswer'
import { useDesk, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { proofOf } from '@/jobs/proofing'
import { counts, listed } from './listed'
import { proofSlice } from './proofSlice'

/** The hand must have rested for so long before the sheet is proofed beside other work, ms. */
const PAUSE_MS = 900
/** Larger sheets are proofed in their own pass alone. */
const MOST_NODES = 4000

/** Proofs the sheet whenever it rests, so that the pass's figure is true. */
export function ProofWatch() {
	const { slices } = useWorkbench()
	const sheet = useSheetAtRest()
	const here = useDesk(({ pass }) => pass.id === 'proof')
	const purpose = useSlice(proofSlice, (state) => state.purpose)
	const own = useSlice(proofSlice, (state) => state.own)
	const large = nodeCount(sheet.pieces.flatMap(({ contours }) => contours)) > MOST_NODES
	const asked = here || !large
	const ask = useCallback(async () => {
		// Guides are nothing to a proof, and need not go over.
		const asking = proofOf({ ...sheet, guides: [] }, { ...limitsFor(purpose, sheet), ...own })
		// Beside other work nobody asked for it: where it fails the pass has its plain figure.
		return here ? asking : asking.catch(() => null)
	}, [sheet, purpose, own, here])
	const found = useAnswer(asked ? ask : null, here ? 0 : PAUSE_MS)
	const { left, pieces } = sheet
	useEffect(() => {
		if (found)
			slices
				.of(proofSlice)
				.setState({ findings: found, of: pieces, count: counts(listed(found, purpose, left)) })
	}, [found, purpose, left, pieces, slices])
	return null
}
