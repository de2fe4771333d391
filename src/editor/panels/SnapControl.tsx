'use client'

import ExpandMoreRounded from '@mui/icons-material/ExpandMoreRounded'
import FilterCenterFocusRounded from '@mui/icons-material/FilterCenterFocusRounded'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import { useState } from 'react'
import { SNAP_TARGETS } from '@/editor/session/snapTargets'
import { useDesk, useWorkbench } from '@/editor/workbench/workbench'
import { late } from '@/kit/late'
import { Tip } from '@/kit/Tip'

const SnapTargets = late(() => import('./SnapTargets').then((m) => m.SnapTargets), 'over')

/** Whether points snap, and what to. */
export function SnapControl() {
	const { desk } = useWorkbench()
	const snaps = useDesk((state) => state.snaps)
	const snapping = useDesk((state) => state.snapping)
	const [anchor, setAnchor] = useState<HTMLElement | null>(null)
	const to = SNAP_TARGETS.flatMap(({ target, name }) => (snapping[target] ? [name] : []))
	const what = to.length > 0 ? to.join(', ') : 'nothing yet'
	return (
		<Box sx={{ display: 'flex', alignItems: 'center' }}>
			<Tip
				title={
					snaps
						? `Points snap to ${what}. Shift G: snapping off; hold G: off for the moment`
						: 'Points snap to nothing. Shift G: snapping on'
				}
			>
				<IconButton
					aria-label="Snapping"
					aria-pressed={snaps}
					color={snaps ? 'primary' : 'default'}
					onClick={() => desk.setState({ snaps: !snaps })}
				>
					<FilterCenterFocusRounded fontSize="small" />
				</IconButton>
			</Tip>
			<Tip title="What points snap to">
				<IconButton
					aria-label="What points snap to"
					aria-haspopup="dialog"
					onClick={({ currentTarget }) => setAnchor(currentTarget)}
					sx={{ width: 20, ml: -0.75, p: 0 }}
				>
					<ExpandMoreRounded fontSize="small" />
				</IconButton>
			</Tip>
			{anchor && <SnapTargets anchor={anchor} onClose={() => setAnchor(null)} />}
		</Box>
	)
}
