'use client'

import Typography from '@mui/material/Typography'
import { useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { SwitchRow } from '@/kit/SwitchRow'
import { useChosenPieces } from '../chosen'
import { cutSlice } from './cutSlice'

/** Outlines become openings of a piece as they close. */
export function Punch() {
	const { slices } = useWorkbench()
	const { pieces } = useSheetAtRest()
	const into = useSlice(cutSlice, (state) => state.punchInto)
	const chosen = useChosenPieces()
	const host = pieces.find((p) => p.id === into)
	const candidate = host ?? chosen[0]
	if (!candidate)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				Choose a piece to cut, then draw round what one sees through.
			</Typography>
		)
	return (
		<div>
			<SwitchRow
				label={`Punch into “${candidate.name}”`}
				checked={host !== undefined}
				onChange={(on) => slices.of(cutSlice).setState({ punchInto: on ? candidate.id : null })}
			/>
			<Typography variant="caption" component="p" sx={{ color: 'text.secondary', m: 0 }}>
				{host
					? 'What you draw closed is an opening at once; what sticks out over the edge bites it.'
					: 'Turn on to make openings as you draw.'}
			</Typography>
		</div>
	)
}
