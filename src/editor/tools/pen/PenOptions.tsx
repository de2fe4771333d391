'use client'

import Typography from '@mui/material/Typography'
import { useDesk, useWorkbench } from '@/editor/workbench/workbench'
import { SwitchRow } from '@/kit/SwitchRow'

/** What the Pen places. */
export function PenOptions() {
	const { desk } = useWorkbench()
	const straight = useDesk((state) => state.straightOnly)
	return (
		<>
			<SwitchRow
				label="Straight only"
				checked={straight}
				onChange={(on) => desk.setState({ straightOnly: on })}
			/>
			<Typography variant="caption" sx={{ color: 'text.secondary', mt: -1.25 }}>
				Corners alone, all the way round; the curves are bent in Refine.
			</Typography>
		</>
	)
}
