'use client'

import FitScreenRounded from '@mui/icons-material/FitScreenRounded'
import OpenInFullRounded from '@mui/icons-material/OpenInFullRounded'
import VisibilityOffOutlined from '@mui/icons-material/VisibilityOffOutlined'
import VisibilityOutlined from '@mui/icons-material/VisibilityOutlined'
import ZoomInRounded from '@mui/icons-material/ZoomInRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import { changePhoto } from '@/core'
import { LineSwatch } from '@/editor/passes/photo/LineSwatch'
import { PhotoStrength } from '@/editor/passes/photo/PhotoStrength'
import { isTracing } from '@/editor/session/desk'
import { zoomAt } from '@/editor/session/view'
import { fitSheet } from '@/editor/workbench/fitSheet'
import { useDesk, useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { Tip } from '@/kit/Tip'
import { NARROW } from '@/theme/widths'
import { SnapControl } from './SnapControl'

/** Zoom, snapping and the photo's strength, beside the hint: nothing of it lies on the sheet. */
export function CanvasTools() {
	const workbench = useWorkbench()
	const { desk, open } = workbench
	const photos = useOpenSheet(({ history }) => history.present.photos)
	const scale = useDesk((state) => state.view.scale)
	const loupe = useDesk((state) => state.loupe)
	const full = useDesk((state) => state.full)
	const alone = !useDesk(isTracing)
	const hidden = photos.every((photo) => photo.hidden)
	const actualSize = () =>
		desk.setState(({ view, size }) => ({
			view: zoomAt(view, [size.width / 2, size.height / 2], 1 / view.scale),
		}))
	return (
		<Box
			role="toolbar"
			aria-label="Canvas"
			sx={{ px: 0.75, display: 'flex', alignItems: 'center', gap: 0.25, flexShrink: 0 }}
		>
			<Tip title="Fit the sheet (0)">
				<IconButton aria-label="Fit the sheet" onClick={() => fitSheet(workbench)}>
					<FitScreenRounded fontSize="small" />
				</IconButton>
			</Tip>
			<Tip title="Show at 100 %">
				<Button
					color="inherit"
					className="number"
					onClick={actualSize}
					sx={{ minWidth: 64 }}
					aria-label={`Zoom ${zoomText(scale)}, show at 100 %`}
				>
					{zoomText(scale)}
				</Button>
			</Tip>
			{!alone && (
				<Tip title={loupe ? 'Put the loupe away' : 'Loupe: 8 × at the pointer (hold V)'}>
					<IconButton
						aria-label="Loupe"
						aria-pressed={loupe}
						color={loupe ? 'primary' : 'default'}
						onClick={() => desk.setState({ loupe: !loupe, pointer: null })}
					>
						<ZoomInRounded fontSize="small" />
					</IconButton>
				</Tip>
			)}
			<Tip title={full ? 'Cards and panels back (;)' : 'Full canvas (;)'}>
				<IconButton
					aria-label="Full canvas"
					aria-pressed={full}
					color={full ? 'primary' : 'default'}
					onClick={() => desk.setState({ full: !full })}
					sx={{ [NARROW]: { display: 'none' } }}
				>
					<OpenInFullRounded fontSize="small" />
				</IconButton>
			</Tip>
			{!alone && <SnapControl />}
			{photos.length > 0 && !alone && (
				<>
					<Tip title={hidden ? 'Show the photo' : 'Hide the photo (hold H)'}>
						<IconButton
							aria-label={hidden ? 'Show the photo' : 'Hide the photo'}
							onClick={() =>
								open.apply(hidden ? 'Show the photo' : 'Hide the photo', (sheet) =>
									changePhoto(sheet, undefined, { hidden: !hidden }),
								)
							}
						>
							{hidden ? (
								<VisibilityOffOutlined fontSize="small" />
							) : (
								<VisibilityOutlined fontSize="small" />
							)}
						</IconButton>
					</Tip>
					<Box sx={{ width: 96, px: 1, display: 'flex' }}>
						<PhotoStrength />
					</Box>
					<LineSwatch />
				</>
			)}
		</Box>
	)
}

function zoomText(scale: number): string {
	const percent = scale * 100
	return `${percent < 10 ? percent.toFixed(1) : Math.round(percent)} %`
}
