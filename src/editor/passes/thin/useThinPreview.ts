'use client'

import { useEffect, useMemo } from 'react'
import type { ThinTarget, TradeOff } from '@/core'
import { useAnswer } from '@/editor/workbench/useAnswer'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { previewThin, weighThin } from '@/jobs/thinning'
import { type ThinWish, thinSlice } from './thinSlice'
import { thinTargets } from './thinTargets'

const NO_NODES: ReadonlySet<string> = new Set()

/**
 * The outlines that thinning would be about in a scope, as the bench stands: the same array until
 * what it depends on changes, so that nothing is asked anew because another node was chosen.
 */
export function useThinTargets(scope: ThinWish['scope']): readonly ThinTarget[] {
	const { pieces } = useSheetAtRest()
	const piece = useOpenSheet((state) => state.selection.piece)
	const others = useOpenSheet((state) => state.selection.others)
	const nodes = useOpenSheet((state) => (scope === 'nodes' ? state.selection.nodes : NO_NODES))
	return useMemo(
		() => thinTargets(pieces, { piece, others, nodes }, scope),
		[pieces, piece, others, nodes, scope],
	)
}

/** Keeps the ghost up to date with what is asked; takes it away with the card. */
export function useThinPreview(targets: readonly ThinTarget[]): void {
	const thin = useWorkbench().slices.of(thinSlice)
	const wish = useSlice(thinSlice, (state) => state.wish)
	const slant = useOpenSheet(({ history }) => history.present.letterform?.slant ?? 0)
	const ask = useMemo(
		() => (targets.length > 0 ? () => previewThin(targets, { ...wish, slant }) : null),
		[targets, wish, slant],
	)
	const ghost = useAnswer(ask)
	useEffect(() => {
		// The last answer is shown until the next one comes.
		if (ghost || !ask) thin.setState({ ghost })
	}, [ghost, ask, thin])
	useEffect(() => () => thin.setState({ ghost: null }), [thin])
}

/** Nodes against deviation for what is asked about; `null` until it is known. */
export function useTradeOff(targets: readonly ThinTarget[]): TradeOff | null {
	const { keepCorners, preferExtrema, levelled } = useSlice(thinSlice, (state) => state.wish)
	const ask = useMemo(
		() =>
			targets.length > 0
				? () => weighThin(targets, { keepCorners, preferExtrema, levelled })
				: null,
		[targets, keepCorners, preferExtrema, levelled],
	)
	return useAnswer(ask)
}
