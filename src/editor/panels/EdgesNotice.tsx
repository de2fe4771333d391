'use client'

import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { useOpenSheet, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { ProgressBar } from '@/kit/ProgressBar'

/** Over the canvas while the photo's edges are shown in its place, in whatever pass: what one sees, and the way back. */
export function EdgesNotice() {
	const { slices } = useWorkbench()
	const edges = useSlice(darkroomSlice, (state) => state.edges)
	const developed = useSlice(darkroomSlice, (state) => state.developed)
	const photos = useOpenSheet(({ history }) => history.present.photos)
	if (!edges || photos.length === 0) return null
	const working = photos.some(({ id, hidden }) => !hidden && developed.get(id)?.key !== 'edges')
	return (
		<Paper
			variant="outlined"
			role="status"
			sx={{
				position: 'absolute',
				top: 32,
				right: 12,
				px: 1.5,
				py: 0.5,
				display: 'grid',
				gridTemplateColumns: 'auto auto',
				alignItems: 'center',
				gap: 1,
				boxShadow: 3,
			}}
		>
			<Typography variant="body2">
				{working ? 'Finding the photo’s edges' : 'The photo’s edges'}
			</Typography>
			<Button size="small" onClick={() => slices.of(darkroomSlice).setState({ edges: false })}>
				Back to the photo
			</Button>
			{working && <ProgressBar label="Finding the photo’s edges" share={null} />}
		</Paper>
	)
}
