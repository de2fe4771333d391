import { useEffect } from 'react'
import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { drillSlice } from './drillSlice'

/** Who does not get on for so long is given the next hint, ms. */
const NEXT_HINT_MS = 45_000
const LOOK_MS = 1000

/** Hints come by themselves after a while, one after the other; never while the hand is on its way to the card. */
export function useHints(count: number, wanted: boolean): void {
	const { slices } = useWorkbench()
	const hints = useSlice(drillSlice, (state) => state.hints)
	useEffect(() => {
		if (!wanted || hints >= count) return
		let waited = 0
		const timer = setInterval(() => {
			if (document.visibilityState === 'visible') waited += LOOK_MS
			const onCanvas = document.querySelector('main [role="application"]')?.matches(':hover')
			if (waited < NEXT_HINT_MS || !onCanvas) return
			slices.of(drillSlice).setState(({ hints: now }) => ({ hints: now + 1 }))
			waited = 0
		}, LOOK_MS)
		return () => clearInterval(timer)
	}, [slices, hints, count, wanted])
}
