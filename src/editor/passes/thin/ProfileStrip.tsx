'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { type MouseEvent, useMemo } from 'react'
import { lookAt } from '@/editor/bench/lookAt'
import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { thinSlice } from './thinSlice'

const HEIGHT_PX = 72

/**
 * The deviation of the ghost along the outline: above the middle it lies outside, below inside. A
 * click goes to the place.
 */
export function ProfileStrip() {
	const { desk } = useWorkbench()
	const ghost = useSlice(thinSlice, (state) => state.ghost)
	const allowed = useSlice(thinSlice, (state) => state.wish.tolerance)
	const profile = ghost?.profile ?? []
	const path = useMemo(() => pathOf(profile, allowed), [profile, allowed])
	const go = (event: MouseEvent<Element>) => {
		const { left, width } = event.currentTarget.getBoundingClientRect()
		const share = (event.clientX - left) / width
		const sample = profile[Math.min(profile.length - 1, Math.floor(share * profile.length))]
		if (sample) lookAt(sample.at, desk)
	}
	if (profile.length === 0) return null
	const worst = Math.max(...profile.map(({ off }) => Math.abs(off)))
	return (
		<Box
			component="section"
			aria-label="Profile"
			sx={{
				display: 'grid',
				gridTemplateColumns: 'auto minmax(0, 1fr)',
				height: HEIGHT_PX,
				bgcolor: 'background.paper',
			}}
		>
			<Box
				sx={{
					display: 'flex',
					flexDirection: 'column',
					justifyContent: 'space-between',
					p: 1,
					color: 'text.secondary',
				}}
			>
				<Typography variant="caption">
					outside, up to {Number(allowed.toPrecision(2))} px
				</Typography>
				<Typography variant="caption">inside</Typography>
			</Box>
			<Box onClick={go} sx={{ cursor: 'pointer' }}>
				<svg
					role="img"
					aria-label={`Deviation along the outline, at worst ${worst.toFixed(2)} px`}
					viewBox={`0 0 ${profile.length - 1} 2`}
					preserveAspectRatio="none"
					width="100%"
					height={HEIGHT_PX}
					style={{ display: 'block' }}
				>
					<title>Deviation along the outline</title>
					<line
						x1="0"
						x2={profile.length}
						y1="1"
						y2="1"
						stroke="currentColor"
						opacity="0.35"
						vectorEffect="non-scaling-stroke"
					/>
					{[0.1, 1.9].map((y) => (
						<line
							key={y}
							x1="0"
							x2={profile.length}
							y1={y}
							y2={y}
							stroke="var(--mui-palette-error-main)"
							strokeDasharray="3 4"
							vectorEffect="non-scaling-stroke"
						/>
					))}
					<path
						d={path}
						fill="none"
						stroke="var(--mui-palette-primary-main)"
						strokeWidth="1.5"
						vectorEffect="non-scaling-stroke"
					/>
				</svg>
			</Box>
		</Box>
	)
}

/** A line through the samples, ±`allowed` px at nine tenths of the way from the middle to the rims. */
function pathOf(profile: readonly { off: number }[], allowed: number): string {
	return profile
		.map(({ off }, k) => `${k === 0 ? 'M' : 'L'}${k} ${(1 - (0.9 * off) / allowed).toFixed(4)}`)
		.join('')
}
