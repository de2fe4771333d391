'use client'

import Box from '@mui/material/Box'
import Popover from '@mui/material/Popover'
import Typography from '@mui/material/Typography'
import { SNAP_TARGETS } from '@/editor/session/snapTargets'
import { useDesk, useWorkbench } from '@/editor/workbench/workbench'
import { SwitchRow } from '@/kit/SwitchRow'

/** What points snap to, each with its switch. */
export function SnapTargets({ anchor, onClose }: { anchor: HTMLElement; onClose: () => void }) {
	const { desk } = useWorkbench()
	const snapping = useDesk((state) => state.snapping)
	return (
		<Popover
			open
			anchorEl={anchor}
			onClose={onClose}
			anchorOrigin={{ vertical: 'top', horizontal: 'right' }}
			transformOrigin={{ vertical: 'bottom', horizontal: 'right' }}
		>
			<Box
				role="group"
				aria-label="Snap to"
				sx={{ p: 1.5, width: 240, display: 'grid', gap: 0.25 }}
			>
				<Typography variant="h3">Snap to</Typography>
				{SNAP_TARGETS.map(({ target, label }) => (
					<SwitchRow
						key={target}
						label={label}
						checked={snapping[target]}
						onChange={(on) =>
							desk.setState({ snaps: true, snapping: { ...snapping, [target]: on } })
						}
					/>
				))}
			</Box>
		</Popover>
	)
}
