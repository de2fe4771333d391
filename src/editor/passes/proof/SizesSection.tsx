'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { artworkBox } from '@/core'
import { centredOn } from '@/editor/session/view'
import { useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { proofSlice } from './proofSlice'

export function SizesSection() {
	const { slices } = useWorkbench()
	const proof = slices.of(proofSlice)
	useEffect(() => {
		proof.setState({ sizes: true })
		return () => proof.setState({ sizes: false })
	}, [proof])
	return (
		<>
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				The row under the canvas shows the shape from 256 px down to 16, pixel for pixel.
			</Typography>
			<RealSize />
		</>
	)
}

const RULER_MM = 50
/** CSS px to the mm of screens there are, and whose ruler fits the card. */
const PX_PER_MM = { least: 2.5, most: 4.7 } as const
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
	const keep = (next: number) => {
		const within = Math.min(PX_PER_MM.most, Math.max(PX_PER_MM.least, next))
		setPxPerMm(within)
		localStorage.setItem(PX_PER_MM_KEY, String(within))
	}
	const { mmPerPx } = sheet
	const box = artworkBox(sheet)
	if (mmPerPx === undefined || !box)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				The real size is not known yet: measure something of known length in the Photo pass, then it
				can be seen here at that size.
			</Typography>
		)
	return (
		<Box sx={{ display: 'grid', gap: 0.5 }}>
			<Typography variant="body2">
				Hold a ruler to the screen and drag the line’s end until it is {RULER_MM} mm long:
			</Typography>
			<Box
				onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
				onPointerMove={(event) => {
					if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
					const { left } = event.currentTarget.getBoundingClientRect()
					keep((event.clientX - left) / RULER_MM)
				}}
				aria-hidden
				sx={{ position: 'relative', height: 24, cursor: 'ew-resize', touchAction: 'none' }}
			>
				<Box
					sx={{
						height: 12,
						width: RULER_MM * pxPerMm,
						maxWidth: '100%',
						border: 2,
						borderTop: 0,
						borderColor: 'primary.main',
						position: 'relative',
						'&::after': {
							content: '""',
							position: 'absolute',
							right: -8,
							top: -2,
							width: 14,
							height: 20,
							borderRadius: 1,
							bgcolor: 'primary.main',
						},
					}}
				/>
			</Box>
			<LabelledSlider
				label="Screen"
				shown={`${Math.round(pxPerMm * 25.4)} px to the inch`}
				value={pxPerMm}
				min={PX_PER_MM.least}
				max={PX_PER_MM.most}
				step={0.01}
				normal={PLAIN_PX_PER_MM}
				onChange={keep}
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
