'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { useStore } from 'zustand'
import { useWorkbench } from '@/editor/workbench/workbench'
import { ProgressBar } from '@/kit/ProgressBar'

/** What takes a while, over the canvas: every job that runs, each to be called off by itself. */
export function JobNotice() {
	const jobs = useStore(useWorkbench().running, (state) => state.jobs)
	if (jobs.length === 0) return null
	return (
		<Box
			sx={{
				position: 'absolute',
				top: 40,
				left: '50%',
				transform: 'translateX(-50%)',
				width: 320,
				display: 'grid',
				gap: 0.75,
			}}
		>
			{jobs.map(({ id, name, share, cancel }) => (
				<Progress key={id} name={name} share={share}>
					{cancel && (
						<Button size="small" onClick={cancel}>
							Cancel
						</Button>
					)}
				</Progress>
			))}
		</Box>
	)
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
