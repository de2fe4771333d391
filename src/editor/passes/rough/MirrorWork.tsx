'use client'

import FlipRounded from '@mui/icons-material/FlipRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { type MirrorLine, setMirror, weldMirror } from '@/core'
import { useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'

import { mirrorTool } from './mirrorTool'

/** Ends this near to the mirror line on screen are on it, px. */
const ON_LINE_PX = 10

/** One side of a shape is drawn; the other follows across a line and is welded to it when accepted. */
export function MirrorWork() {
	const { open, desk, refresh, takeTool } = useWorkbench()
	const mirror = useOpenSheet(({ history }) => history.present.mirror)
	const width = useOpenSheet(({ history }) => history.present.width)
	const height = useOpenSheet(({ history }) => history.present.height)
	const piece = useOpenSheet((state) => state.selection.piece)
	const set = (line: MirrorLine | undefined) => {
		open.apply(line ? 'Set a mirror line' : 'Take the mirror line away', (s) => setMirror(s, line))
		refresh()
	}
	const accept = () => {
		if (!mirror || !piece) return
		const reach = ON_LINE_PX / desk.getState().view.scale
		open.apply('Accept the other side', (s) =>
			setMirror(weldMirror(s, piece, mirror, reach), undefined),
		)
		refresh()
	}
	const through = (p: readonly [number, number], q: readonly [number, number]) => () =>
		set({ from: p, to: q })
	const [cx, cy] = [width / 2, height / 2]
	if (mirror)
		return (
			<Box sx={{ display: 'grid', gap: 0.75 }}>
				<Typography variant="body2">
					Draw one side, from the line and back to it. The other side follows.
				</Typography>
				<Button variant="contained" disabled={piece === null} onClick={accept}>
					Accept the other side
				</Button>
				<Button color="inherit" onClick={() => set(undefined)}>
					Take the line away
				</Button>
			</Box>
		)
	return (
		<Box>
			<Typography variant="h3" component="h2" sx={{ mb: 0.5 }}>
				Mirror work
			</Typography>
			<Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, minmax(0, 1fr))', gap: 0.5 }}>
				<Button
					variant="outlined"
					startIcon={<FlipRounded />}
					onClick={through([cx, 0], [cx, height])}
				>
					Upright
				</Button>
				<Button
					variant="outlined"
					startIcon={<FlipRounded sx={{ transform: 'rotate(90deg)' }} />}
					onClick={through([0, cy], [width, cy])}
				>
					Level
				</Button>
				<Button variant="outlined" onClick={() => takeTool(mirrorTool)}>
					Draw it
				</Button>
			</Box>
		</Box>
	)
}
