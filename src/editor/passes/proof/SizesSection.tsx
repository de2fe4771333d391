'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { artworkBox, formatPathData, isFilled } from '@/core'
import { centredOn } from '@/editor/bench/view'
import { useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { silhouetteOf } from './look'
import { proofSlice } from './proofSlice'

/** Heights at which the shape is looked at by itself, px. */
const SMALL_SIZES = [128, 96, 64, 48, 32, 24, 16]
/** The wider side of the row, px. */
const ROW_PX = 216

export function SizesSection() {
	return (
		<>
			<SmallSizes />
			<RealSize />
		</>
	)
}

function SmallSizes() {
	const sheet = useSheetAtRest()
	const look = useSlice(proofSlice, (state) => state.look)
	const pieces = sheet.pieces.filter((piece) => !piece.hidden)
	const box = artworkBox(sheet)
	if (!box) return null
	const { minX, minY, maxX, maxY } = box
	const [width, height] = [Math.max(1, maxX - minX), Math.max(1, maxY - minY)]
	const { ground, shape, mirrored, upsideDown } = silhouetteOf(look)
	const turned = `scale(${mirrored ? -1 : 1}, ${upsideDown ? -1 : 1})`
	return (
		<Box
			sx={{
				display: 'flex',
				flexWrap: 'wrap',
				alignItems: 'flex-end',
				gap: 1.25,
				p: 1,
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
					width={Math.min(ROW_PX, (size * width) / height)}
					viewBox={`${minX} ${minY} ${width} ${height}`}
					style={{ transform: turned }}
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

const RULER_MM = 50
const PX_PER_MM_KEY = 'skiagram:px-per-mm'
/** Of a screen that keeps to 96 px to the inch. */
const PLAIN_PX_PER_MM = 96 / 25.4

/** The shape as large as it will be, on a screen that was held against a ruler once. */
function RealSize() {
	const { desk } = useWorkbench()
	const sheet = useSheetAtRest()
	const [pxPerMm, setPxPerMm] = useState(
		() => Number(localStorage.getItem(PX_PER_MM_KEY)) || PLAIN_PX_PER_MM,
	)
	const { mmPerPx } = sheet
	const box = artworkBox(sheet)
	if (mmPerPx === undefined || !box)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				How large it really is was not said yet: measure something of known length in the Photo
				pass, then it can be seen here at that size.
			</Typography>
		)
	return (
		<Box sx={{ display: 'grid', gap: 0.5 }}>
			<Typography variant="body2">
				Hold a ruler to this line and move the slider until it is {RULER_MM} mm long:
			</Typography>
			<Box
				sx={{
					height: 10,
					width: RULER_MM * pxPerMm,
					maxWidth: '100%',
					border: 2,
					borderTop: 0,
					borderColor: 'primary.main',
				}}
			/>
			<LabelledSlider
				label="Screen"
				shown={`${Math.round(pxPerMm * 25.4)} px to the inch`}
				value={pxPerMm}
				min={2.5}
				max={4.7}
				step={0.01}
				normal={PLAIN_PX_PER_MM}
				onChange={(next) => {
					setPxPerMm(next)
					localStorage.setItem(PX_PER_MM_KEY, String(next))
				}}
			/>
			<Button
				variant="outlined"
				onClick={() =>
					desk.setState(({ size }) => ({
						view: centredOn(
							[(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2],
							pxPerMm * mmPerPx,
							size,
						),
					}))
				}
			>
				Show at real size
			</Button>
		</Box>
	)
}
