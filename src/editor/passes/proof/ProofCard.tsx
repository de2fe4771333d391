'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import FormControlLabel from '@mui/material/FormControlLabel'
import Switch from '@mui/material/Switch'
import Typography from '@mui/material/Typography'
import { lazy, Suspense } from 'react'
import {
	boundsOf,
	boxOf,
	type Contour,
	closeOutline,
	formatPathData,
	isFilled,
	type Piece,
	type Sheet,
} from '@/core'
import { lookAtBox } from '@/editor/bench/lookAt'
import { useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { Notice } from '@/kit/Notice'
import { selectContour } from '@/store/selection'
import { refinePass } from '../refine/pass'
import { proofSlice } from './proofSlice'

const WorstPlaces = lazy(() =>
	import('../against/WorstPlaces').then((m) => ({ default: m.WorstPlaces })),
)

const CutFindings = lazy(() => import('./CutFindings').then((m) => ({ default: m.CutFindings })))

/** Heights at which the shape is looked at by itself, px. */
const SMALL_SIZES = [96, 48, 24, 16]

export function ProofCard() {
	const { slices } = useWorkbench()
	const sheet = useSheetAtRest()
	const inverted = useSlice(proofSlice, (state) => state.inverted)
	const shown = sheet.pieces.filter((piece) => !piece.hidden)
	if (shown.length === 0) {
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				There is no piece to look at yet. Trace one in the Rough pass.
			</Typography>
		)
	}
	return (
		<>
			<FormControlLabel
				control={
					<Switch
						size="small"
						checked={inverted}
						onChange={(_, on) => slices.of(proofSlice).setState({ inverted: on })}
					/>
				}
				label="White on black"
				slotProps={{ typography: { variant: 'body2' } }}
			/>
			<Box>
				<Typography variant="h3" component="h2">
					Small sizes
				</Typography>
				<SmallSizes sheet={sheet} pieces={shown} inverted={inverted} />
			</Box>
			<OpenOutlines />
			<Suspense>
				<WorstPlaces />
				<CutFindings />
			</Suspense>
		</>
	)
}

function SmallSizes({
	sheet,
	pieces,
	inverted,
}: {
	sheet: Sheet
	pieces: readonly Piece[]
	inverted: boolean
}) {
	const corners = pieces
		.flatMap((p) => p.contours.map(boundsOf))
		.flatMap((b) => [[b.minX, b.minY] as const, [b.maxX, b.maxY] as const])
	const { minX, minY, maxX, maxY } = boxOf(corners)
	const width = Math.max(1, maxX - minX)
	const height = Math.max(1, maxY - minY)
	const [ground, shape] = inverted ? ['#000', '#fff'] : ['#fff', '#000']
	return (
		<Box
			sx={{
				display: 'flex',
				alignItems: 'flex-end',
				gap: 1.5,
				p: 1,
				mt: 0.5,
				border: 1,
				borderColor: 'divider',
				borderRadius: 1,
				bgcolor: ground,
				overflow: 'hidden',
			}}
		>
			{SMALL_SIZES.map((size) => (
				<svg
					key={size}
					role="img"
					aria-label={`${sheet.name} at ${size} px`}
					height={size}
					width={Math.min(120, (size * width) / height)}
					viewBox={`${minX} ${minY} ${width} ${height}`}
				>
					{pieces.map((piece) => (
						<path
							key={piece.id}
							d={formatPathData(piece.contours.filter(isFilled), 1)}
							fill={shape}
							fillRule={piece.fillRule}
						/>
					))}
				</svg>
			))}
		</Box>
	)
}

/** Outlines thought closed that are not: each with its place and the way back to it. */
/** More findings of one kind than this help nobody. */
const MOST_LISTED = 30

function OpenOutlines() {
	const { open, desk, goTo } = useWorkbench()
	const sheet = useSheetAtRest()
	const found = sheet.pieces
		.filter((p) => !p.hidden)
		.flatMap((piece) =>
			piece.contours.filter((c) => !c.closed).map((contour) => ({ piece, contour })),
		)
	if (found.length === 0) return <Notice severity="success">Every outline is closed.</Notice>
	const show = (contour: Contour) => {
		goTo(refinePass)
		open.select(selectContour(sheet, contour.id))
		lookAtBox(boundsOf(contour), desk)
	}
	return (
		<Box sx={{ display: 'grid', gap: 0.75 }}>
			{found.slice(0, MOST_LISTED).map(({ piece, contour }) => (
				<Notice
					key={contour.id}
					severity="warning"
					action={
						<>
							<Button color="inherit" onClick={() => show(contour)}>
								Show
							</Button>
							{contour.nodes.length > 1 && (
								<Button
									color="inherit"
									onClick={() =>
										open.apply('Close the outline', (s) => closeOutline(s, contour.id))
									}
								>
									Close it
								</Button>
							)}
						</>
					}
				>
					“{piece.name}” is open:{' '}
					{isFilled(contour)
						? 'it fills straight across, but a cut would leave that side.'
						: 'it cannot be filled or cut.'}
				</Notice>
			))}
			{found.length > MOST_LISTED && (
				<Notice severity="warning">And {found.length - MOST_LISTED} more outlines are open.</Notice>
			)}
		</Box>
	)
}
