'use client'

import { useEffect, useMemo, useState } from 'react'
import type { ThinTarget, TradeOff } from '@/core'
import { previewThin, weighThin } from '@/store/thinning'
import { useDesk, useOpenSheet, useSheetAtRest, useWorkbench } from '../../workbench'
import { thinTargets } from './thinTargets'

/** The outlines that thinning is about as the bench stands. */
export function useThinTargets(): readonly ThinTarget[] {
	const sheet = useSheetAtRest()
	const selection = useOpenSheet((state) => state.selection)
	const scope = useDesk((state) => state.thin.scope)
	return useMemo(() => thinTargets(sheet, selection, scope), [sheet, selection, scope])
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
