'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { SwitchRow } from '@/kit/SwitchRow'
import { ALLOWANCE, type WishSlider, WishSliders } from '../WishSliders'
import { type EdgePenWish, edgePenSlice, FIRST_EDGE_PEN } from './edgePenSlice'

const SLIDERS: readonly WishSlider<'reach' | 'clear' | 'deviation' | 'allowance'>[] = [
	{
		of: 'reach',
		label: 'Snap reach',
		min: 2,
		max: 30,
		step: 1,
		shown: (v) => `${v} px on screen`,
	},
	{
		of: 'clear',
		label: 'Edge strength',
		min: 0,
		max: 4,
		step: 0.5,
		shown: (v) => `${Number((2.6 * 2 ** v).toPrecision(2))} × the grain`,
	},
	{
		of: 'deviation',
		label: 'Allowed deviation',
		min: 0.25,
		max: 4,
		step: 0.25,
		shown: (v) => `${v} px`,
	},
	ALLOWANCE,
]

/** How the Edge pen keeps to the edge. */
export function EdgePenOptions() {
	const edgePen = useWorkbench().slices.of(edgePenSlice)
	const wish = useSlice(edgePenSlice, (state) => state)
	const set = (change: Partial<EdgePenWish>) => edgePen.setState(change)
	return (
		<Box sx={{ display: 'grid', gap: 0.5 }}>
			<WishSliders sliders={SLIDERS} wish={wish} first={FIRST_EDGE_PEN} onChange={set} />
			<SwitchRow
				label="Pins set themselves"
				checked={wish.settling}
				onChange={(on) => set({ settling: on })}
			/>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				Deviation: how far the outline may leave the edge. Allowance: how far inside it a closed
				outline lies. While the pointer moves slowly, pins set themselves where the line behind it
				has settled.
			</Typography>
		</Box>
	)
}
