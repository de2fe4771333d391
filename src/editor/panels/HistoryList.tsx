'use client'

import Box from '@mui/material/Box'
import Divider from '@mui/material/Divider'
import MenuItem from '@mui/material/MenuItem'
import MenuList from '@mui/material/MenuList'
import Popover from '@mui/material/Popover'
import Typography from '@mui/material/Typography'
import { useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'

/** At most this many steps are listed on either side of now. */
const MOST = 100

/** What was done, the last on top, and what was undone above it; a click goes there. */
export function HistoryList({ anchor, onClose }: { anchor: HTMLElement; onClose: () => void }) {
	const { open, refresh, desk } = useWorkbench()
	const { past, future } = useOpenSheet((state) => state.history)
	const go = (steps: number) => () => {
		open.jump(steps)
		refresh()
	}
	const undone = future.slice(-MOST)
	const done = past.slice(-MOST)
	return (
		<Popover
			open
			anchorEl={anchor}
			onClose={onClose}
			anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
			transformOrigin={{ vertical: 'top', horizontal: 'right' }}
		>
			<Box sx={{ width: 260, maxHeight: 420, overflowY: 'auto' }}>
				<Typography variant="h3" component="h2" sx={{ px: 2, pt: 1.25 }}>
					Steps
				</Typography>
				<MenuList dense aria-label="Steps">
					{undone.map(({ label }, i) => (
						<MenuItem
							// biome-ignore lint/suspicious/noArrayIndexKey: a step is known by its place alone
							key={`undone-${i}`}
							onClick={go(undone.length - i)}
							sx={{ color: 'text.secondary', fontStyle: 'italic' }}
						>
							{label}
						</MenuItem>
					))}
					{done.toReversed().map(({ label }, i) => (
						// biome-ignore lint/suspicious/noArrayIndexKey: a step is known by its place alone
						<MenuItem key={`done-${i}`} selected={i === 0} onClick={go(-i)}>
							{label}
						</MenuItem>
					))}
					<MenuItem selected={past.length === 0} onClick={go(-past.length)}>
						As far back as is kept
					</MenuItem>
					<Divider />
					<MenuItem
						onClick={() => {
							onClose()
							desk.setState({ versions: true })
						}}
					>
						Versions: kept states of the sheet
					</MenuItem>
				</MenuList>
			</Box>
		</Popover>
	)
}
