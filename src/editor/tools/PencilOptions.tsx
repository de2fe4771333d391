'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { SwitchRow } from '@/kit/SwitchRow'
import { type PencilWish, pencilSlice } from './pencilSlice'

/** What becomes of a stroke. */
export function PencilOptions() {
	const pencil = useWorkbench().slices.of(pencilSlice)
	const { smoothing, settling } = useSlice(pencilSlice, (state) => state)
	const set = (change: Partial<PencilWish>) => pencil.setState(change)
	return (
		<Box sx={{ display: 'grid', gap: 0.5 }}>
			<LabelledSlider
				label="Smoothing"
				shown={`${smoothing} px`}
				value={smoothing}
				min={0.5}
				max={8}
				step={0.5}
				normal={2}
				onChange={(next) => set({ smoothing: next })}
			/>
			<SwitchRow
				label="Settle while drawing"
				checked={settling}
				onChange={(on) => set({ settling: on })}
			/>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				How far, on screen, the curve may leave the line you draw. With Settle on, only the last
				stretch still changes.
			</Typography>
		</Box>
	)
}
