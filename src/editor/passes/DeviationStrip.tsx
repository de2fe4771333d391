'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { type MouseEvent, useMemo } from 'react'
import type { Point } from '@/core'
import { lookAt } from '@/editor/session/lookAt'
import { STRIP_PX } from '@/editor/session/view'
import { useWorkbench } from '@/editor/workbench/workbench'

interface DeviationStripProps {
	readonly label: string
	/** Beyond what is followed positive, inside negative; NaN where nothing is known. */
	readonly samples: readonly { readonly at: Point; readonly off: number }[]
	/** What the dashed lines near the rims stand for, px, and in words. */
	readonly rim: number
	readonly rimWords: string
	readonly worst: number
	/** What is said in place of deviations where there are none to show. */
	readonly note?: string
}

/**
 * Deviations along outlines: above the middle they lie outside, below inside, with gaps where nothing
 * is known. A click goes to the place.
 */
export function DeviationStrip(props: DeviationStripProps) {
	const { label, samples, rim, rimWords, worst, note } = props
	const { desk } = useWorkbench()
	const path = useMemo(() => pathOf(samples, rim), [samples, rim])
	const go = (event: MouseEvent<Element>) => {
		const { left, width } = event.currentTarget.getBoundingClientRect()
		const share = (event.clientX - left) / width
		const sample = samples[Math.min(samples.length - 1, Math.floor(share * samples.length))]
		if (sample) lookAt(sample.at, desk)
	}
	return (
		<Box
			component="section"
			aria-label={label}
			sx={{
				display: 'grid',
				gridTemplateColumns: 'auto minmax(0, 1fr)',
				height: STRIP_PX,
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
				<Typography variant="caption">outside, up to {rimWords}</Typography>
				<Typography variant="caption">inside</Typography>
			</Box>
			{note && (
				<Typography variant="caption" color="text.secondary" sx={{ alignSelf: 'center' }}>
					{note}
				</Typography>
			)}
			<Box onClick={go} sx={{ cursor: 'pointer', ...(note && { display: 'none' }) }}>
				<svg
					role="img"
					aria-label={`Deviation along the outline, at worst ${worst.toFixed(2)} px`}
					viewBox={`0 0 ${Math.max(1, samples.length - 1)} 2`}
					preserveAspectRatio="none"
					width="100%"
					height={STRIP_PX}
					style={{ display: 'block' }}
				>
					<title>Deviation along the outline</title>
					<line
						x1="0"
						x2={samples.length}
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
							x2={samples.length}
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

/** A line through the samples, ±`rim` px at nine tenths of the way from the middle to the rims. */
function pathOf(samples: readonly { off: number }[], rim: number): string {
	let drawn = false
	return samples
		.map(({ off }, k) => {
			if (Number.isNaN(off)) {
				drawn = false
				return ''
			}
			const command = drawn ? 'L' : 'M'
			drawn = true
			return `${command}${k} ${(1 - (0.9 * off) / rim).toFixed(4)}`
		})
		.join('')
}
