'use client'

import FilterNoneRounded from '@mui/icons-material/FilterNoneRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { againTool } from '@/editor/tools/again/again'
import { useDesk, useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { withPart } from '@/kit/tryAgain'
import { stillSought } from '../stillSought'

/** What was traced once is found wherever the photo shows it, and laid there. */
export function SameAgain() {
	const workbench = useWorkbench()
	const { open, slices, edges, refresh, takeTool } = workbench
	const atHand = useDesk((state) => state.tool === againTool)
	// What is chosen, or else the only piece there is.
	const piece = useOpenSheet(({ selection, history }) => {
		const { pieces } = history.present
		return pieces.find(({ id }) => id === selection.piece || pieces.length === 1)
	})
	const photos = useOpenSheet(({ history }) => history.present.photos.length)
	if (atHand) return null
	const able = photos > 0 && piece?.contours.some((contour) => contour.closed)
	const seek = () => {
		if (!piece || stillSought(workbench)) return
		takeTool(againTool)
		withPart(
			() => import('@/editor/tools/again/seekAgain'),
			(m) => m.seekInPhoto({ open, edges, slices, refresh }, piece),
		)
	}
	return (
		<Box>
			<Typography variant="h3" component="h2" sx={{ mb: 0.5 }}>
				Same again
			</Typography>
			<Button
				fullWidth
				variant="outlined"
				startIcon={<FilterNoneRounded />}
				disabled={!able}
				onClick={seek}
			>
				{piece ? `Find “${piece.name}” again` : 'Choose a piece to find again'}
			</Button>
		</Box>
	)
}
