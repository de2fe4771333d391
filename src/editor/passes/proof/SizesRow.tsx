'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { artworkBox, formatPathData, isFilled } from '@/core'
import { useSheetAtRest, useSlice } from '@/editor/workbench/workbench'
import { silhouetteOf } from './look'
import { proofSlice } from './proofSlice'

/** The longer side of the shape in each picture of the row, px. */
const SIZES = [256, 128, 96, 64, 48, 32, 24, 16]

/** The shape by itself in a row of sizes. */
export function SizesRow() {
	const sheet = useSheetAtRest()
	const look = useSlice(proofSlice, (state) => state.look)
	const box = artworkBox(sheet)
	if (!box) return null
	const { minX, minY, maxX, maxY } = box
	const [width, height] = [Math.max(1, maxX - minX), Math.max(1, maxY - minY)]
	const longer = Math.max(width, height)
	const cutOut = look.ground === 'cut out'
	const { ground, shape, mirrored, upsideDown } = silhouetteOf(
		cutOut ? { ...look, ground: 'black on white' } : look,
	)
	const turned = `scale(${mirrored ? -1 : 1}, ${upsideDown ? -1 : 1})`
	const paths = sheet.pieces
		.filter((piece) => !piece.hidden)
		.map(({ id, contours, fillRule }) => ({
			id,
			d: formatPathData(contours.filter(isFilled), 1),
			fillRule,
		}))
	return (
		<Box
			sx={{
				overflowX: 'auto',
				bgcolor: ground,
				color: shape,
			}}
		>
			<Box sx={{ display: 'flex', alignItems: 'flex-end', gap: 1.25, p: 1, width: 'max-content' }}>
				{SIZES.map((size) => (
					<Box key={size} sx={{ display: 'grid', justifyItems: 'center', gap: 0.5 }}>
						<svg
							role="img"
							aria-label={`${sheet.name} at ${size} px`}
							height={(size * height) / longer}
							width={(size * width) / longer}
							viewBox={`${minX} ${minY} ${width} ${height}`}
							style={{ transform: turned }}
						>
							{paths.map(({ id, ...path }) => (
								<path key={id} {...path} fill={shape} />
							))}
						</svg>
						<Typography variant="caption" className="number" sx={{ color: 'inherit' }}>
							{size}
						</Typography>
					</Box>
				))}
			</Box>
		</Box>
	)
}
