'use client'

import Box from '@mui/material/Box'
import Divider from '@mui/material/Divider'
import MenuItem from '@mui/material/MenuItem'
import MenuList from '@mui/material/MenuList'
import Popover from '@mui/material/Popover'
import Typography from '@mui/material/Typography'
import { useDeferredValue, useMemo, useState } from 'react'
import type { Sheet } from '@/core'
import { useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { SketchedArtwork } from '@/kit/SketchedArtwork'
import type { History } from '@/store/history'
import { summaryOf } from '@/store/summary'
import { saysChanged } from './saysChanged'

/** At most this many steps are listed on either side of now: as many as outlive the tab. */
const MOST = 300

/** How large the picture of a step is, px. */
const PICTURE = { width: 220, height: 165 }

/** What was done, the last on top, and what was undone above it; a click goes there, hovering shows it. */
export function HistoryList({ anchor, onClose }: { anchor: HTMLElement; onClose: () => void }) {
	const { open, refresh, desk } = useWorkbench()
	const history = useOpenSheet((state) => state.history)
	const { past, present } = history
	const go = (steps: number) => () => {
		open.jump(steps)
		refresh()
	}
	const [looked, setLooked] = useState<Sheet | null>(null)
	const lines = useMemo(() => linesOf(history), [history])
	const oldest = past[0]?.before ?? present
	return (
		<Popover
			open
			anchorEl={anchor}
			onClose={onClose}
			anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
			transformOrigin={{ vertical: 'top', horizontal: 'right' }}
		>
			<Box sx={{ display: 'flex' }}>
				<Box
					sx={{
						width: PICTURE.width + 24,
						p: 1.5,
						borderRight: 1,
						borderColor: 'divider',
						bgcolor: 'action.hover',
					}}
				>
					<StepPicture sheet={useDeferredValue(looked) ?? present} />
				</Box>
				<Box sx={{ width: 300, maxHeight: 460, overflowY: 'auto' }}>
					<Typography variant="h3" component="h2" sx={{ px: 2, pt: 1.25 }}>
						Steps
					</Typography>
					<MenuList dense aria-label="Steps" onMouseLeave={() => setLooked(null)}>
						{lines.map(({ steps, label, of, sheet }) => (
							<MenuItem
								key={steps}
								selected={steps === 0}
								onClick={go(steps)}
								onMouseEnter={() => setLooked(sheet)}
								onFocus={() => setLooked(sheet)}
								sx={{
									gap: 0.75,
									...(steps > 0 && { color: 'text.secondary', fontStyle: 'italic' }),
								}}
							>
								<span>{label}</span>
								{of && (
									<Typography
										component="span"
										variant="caption"
										noWrap
										sx={{ color: 'text.secondary' }}
									>
										{of}
									</Typography>
								)}
							</MenuItem>
						))}
						<MenuItem
							selected={past.length === 0}
							onClick={go(-past.length)}
							onMouseEnter={() => setLooked(oldest)}
							onFocus={() => setLooked(oldest)}
						>
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
			</Box>
		</Popover>
	)
}

/** A step in the list: how many steps away it is, and the sheet after it. */
interface Line {
	readonly steps: number
	readonly label: string
	/** What it was done to. */
	readonly of: string
	readonly sheet: Sheet
}

/** The steps, the last undone first, then those done, the last on top. */
function linesOf({ past, present, future }: History): readonly Line[] {
	const undone = future.slice(-MOST).map(({ label, after }, k, all): Line => {
		const before = all[k + 1]?.after ?? present
		return { steps: all.length - k, label, of: saysChanged(before, after), sheet: after }
	})
	const done = past.slice(-MOST).map(({ label, before }, k, all): Line => {
		const after = all[k + 1]?.before ?? present
		return { steps: k + 1 - all.length, label, of: saysChanged(before, after), sheet: after }
	})
	return [...undone, ...done.toReversed()]
}

/** The artwork as it was after a step. */
function StepPicture({ sheet }: { sheet: Sheet }) {
	const summary = useMemo(() => summaryOf(sheet, 0), [sheet])
	return (
		<Box sx={{ position: 'sticky', top: 12 }}>
			<svg
				viewBox={`0 0 ${sheet.width} ${sheet.height}`}
				style={{ display: 'block', ...PICTURE, background: '#FBF9F4' }}
				role="img"
				aria-label="The sheet after this step"
			>
				<SketchedArtwork artwork={summary.artwork} />
			</svg>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				{summary.pieces === 1 ? '1 piece' : `${summary.pieces} pieces`}, {summary.nodes} nodes
			</Typography>
		</Box>
	)
}
