'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { ProgressBar } from './ProgressBar'
import { useDesk } from './workbench'

/** What takes a while, over the canvas: a job that can be called off, photos being opened. */
export function JobNotice() {
	const job = useDesk((state) => state.job)
	const opening = useDesk((state) => state.opening)
	if (job)
		return (
			<Progress name={job.name} share={job.share}>
				<Button size="small" onClick={job.cancel}>
					Cancel
				</Button>
			</Progress>
		)
	const [share] = opening.values()
	return share === undefined ? null : <Progress name="Opening the photo" share={share} />
}

function Progress({
	name,
	share,
	children,
}: {
	name: string
	share: number
	children?: ReactNode
}) {
	return (
		<Paper
			variant="outlined"
			role="status"
			sx={{
				position: 'absolute',
				top: 40,
				left: '50%',
				transform: 'translateX(-50%)',
				width: 320,
				px: 1.75,
				py: 1,
				display: 'grid',
				gridTemplateColumns: '1fr auto',
				alignItems: 'center',
				gap: 0.5,
				boxShadow: 3,
			}}
		>
			<Typography variant="body2" noWrap>
				{name}
			</Typography>
			{children}
			<Box sx={{ gridColumn: '1 / -1' }}>
				<ProgressBar label={name} share={share} />
			</Box>
		</Paper>
	)
}
