'use client'

import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { FIRST_RING_PX, RING_PX, takeColourSlice } from './takeColourSlice'

/** How much of the photo a colour is taken from. */
export function TakeColourOptions() {
	const own = useWorkbench().slices.of(takeColourSlice)
	const ring = useSlice(takeColourSlice, (state) => state.ring)
	return (
		<LabelledSlider
			label="Ring"
			shown={`${ring} px`}
			value={ring}
			min={RING_PX.min}
			max={RING_PX.max}
			step={2}
			normal={FIRST_RING_PX}
			onChange={(next) => own.setState({ ring: next })}
		/>
	)
}
