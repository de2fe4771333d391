'use client'

import { useEffect, useMemo, useState } from 'react'
import type { ThinTarget, TradeOff } from '@/core'
import { previewThin, weighThin } from '@/store/thinning'
import type { ThinWish } from '../../desk'
import { useDesk, useOpenSheet, useSheetAtRest, useWorkbench } from '../../workbench'
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
	const { desk } = useWorkbench()
	const wish = useDesk((state) => state.thin)
	useEffect(() => {
		let gone = false
		if (targets.length === 0) desk.setState({ ghost: null })
		else
			previewThin(targets, wish).then((ghost) => {
				if (ghost && !gone) desk.setState({ ghost })
			})
		return () => {
			gone = true
		}
	}, [targets, wish, desk])
	useEffect(() => () => desk.setState({ ghost: null }), [desk])
}

/** Nodes against deviation for what is asked about; `null` until it is known. */
export function useTradeOff(targets: readonly ThinTarget[]): TradeOff | null {
	const { keepCorners, preferExtrema, levelled } = useDesk((state) => state.thin)
	const [known, setKnown] = useState<{ targets: unknown; tradeOff: TradeOff } | null>(null)
	useEffect(() => {
		let gone = false
		if (targets.length > 0)
			weighThin(targets, { keepCorners, preferExtrema, levelled }).then((tradeOff) => {
				if (tradeOff && !gone) setKnown({ targets, tradeOff })
			})
		return () => {
			gone = true
		}
	}, [targets, keepCorners, preferExtrema, levelled])
	return known && known.targets === targets ? known.tradeOff : null
}
