'use client'

import FileOpenOutlined from '@mui/icons-material/FileOpenOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { edgePenTool } from '@/editor/tools/edgePen/edgePen'
import { liftTool } from '@/editor/tools/lift/lift'
import { type PencilWish, pencilSlice, pencilTool } from '@/editor/tools/pencil'
import { useTakeFiles } from '@/editor/workbench/FilesTaken'
import { useDesk, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { DRAWINGS } from '@/kit/fileKinds'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { SwitchRow } from '@/kit/SwitchRow'
import { chooseFiles } from '@/store/files'
import { EdgePenOptions } from '../EdgePenOptions'
import { LiftOptions } from '../LiftOptions'
import { ToolRows } from '../ToolRows'
import { MirrorWork } from './MirrorWork'

export function RoughCard() {
	const take = useTakeFiles()
	const tool = useDesk((state) => state.tool)
	return (
		<>
			<ToolRows />
			{tool === pencilTool ? (
				<PencilOptions />
			) : tool === edgePenTool ? (
				<EdgePenOptions />
			) : tool === liftTool ? (
				<LiftOptions />
			) : (
				<StraightOnly />
			)}
			<MirrorWork />
			<Button
				variant="outlined"
				startIcon={<FileOpenOutlined />}
				onClick={async () => take(await chooseFiles(DRAWINGS))}
			>
				Bring in a drawing (SVG, DXF)
			</Button>
		</>
	)
}

function StraightOnly() {
	const { desk } = useWorkbench()
	const straight = useDesk((state) => state.straightOnly)
	return (
		<>
			<SwitchRow
				label="Straight only"
				checked={straight}
				onChange={(on) => desk.setState({ straightOnly: on })}
			/>
			<Typography variant="caption" sx={{ color: 'text.secondary', mt: -1.25 }}>
				Corners alone, all the way round; the curves are bent in Refine.
			</Typography>
		</>
	)
}

function PencilOptions() {
	const pencil = useWorkbench().slices.of(pencilSlice)
	const { smoothing, settling } = useSlice(pencilSlice, (state) => state)
	const set = (change: Partial<PencilWish>) => pencil.setState(change)
	return (
		<Box sx={{ display: 'grid', gap: 0.5 }}>
			<LabelledSlider
				label="Smoothing"
				shown={`${smoothing} px`}
				value={smoothing}
				min={0.5}
				max={8}
				step={0.5}
				normal={2}
				onChange={(next) => set({ smoothing: next })}
			/>
			<SwitchRow
				label="Settle while drawing"
				checked={settling}
				onChange={(on) => set({ settling: on })}
			/>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				How far the curve may leave your line, on screen. Settled, only the last stretch still
				moves.
			</Typography>
		</Box>
	)
}
