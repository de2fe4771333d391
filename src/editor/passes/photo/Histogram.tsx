'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from 'chart.js'
import { useEffect, useRef } from 'react'
import { clippedShares, type Tone } from '@/core'
import { useDesk } from '@/editor/workbench/workbench'
import { DARK, LIGHT } from '@/theme/tokens'

Chart.register(BarController, BarElement, CategoryScale, LinearScale)

/** Bars drawn: each stands for this many levels. */
const LEVELS_A_BAR = 2
const BARS = 256 / LEVELS_A_BAR
const HEIGHT_PX = 64

/** How often each level occurs in the photo; what the tone shows as plain black or white in brick. */
export function Histogram({ counts, tone }: { counts: Uint32Array | null; tone: Tone }) {
	const canvas = useRef<HTMLCanvasElement>(null)
	const chart = useRef<Chart<'bar'> | null>(null)
	const colours = useDesk((state) => (state.scheme === 'dark' ? DARK : LIGHT))
	const clipped = counts ? clippedShares(counts, tone) : { black: 0, white: 0 }
	const words = `${percent(clipped.black)} shown as black, ${percent(clipped.white)} as white`
	const { black, white } = tone

	useEffect(() => {
		if (!canvas.current) return
		const made = new Chart<'bar'>(canvas.current, {
			type: 'bar',
			data: {
				labels: Array.from({ length: BARS }, (_, i) => String(i * LEVELS_A_BAR)),
				datasets: [{ data: [], barPercentage: 1, categoryPercentage: 1 }],
			},
			options: {
				animation: false,
				events: [],
				maintainAspectRatio: false,
				// Hidden axes measure their labels all the same: one is enough.
				scales: {
					x: { display: false, ticks: { sampleSize: 1 } },
					y: { display: false, beginAtZero: true, ticks: { sampleSize: 1 } },
				},
			},
		})
		chart.current = made
		return () => made.destroy()
	}, [])

	useEffect(() => {
		const [set] = chart.current?.data.datasets ?? []
		if (!set || !counts) return
		// The root of the counts: a large plain wall must not press all else flat.
		set.data = barsOf(counts).map(Math.sqrt)
		set.backgroundColor = set.data.map((_, i) => {
			const level = i * LEVELS_A_BAR
			const out = (level <= black && black > 0) || (level >= white && white < 255)
			return out ? colours.brick : colours.inkSoft
		})
		chart.current?.update('none')
	}, [counts, black, white, colours])

	return (
		<Box>
			<Box
				sx={{
					height: HEIGHT_PX,
					bgcolor: 'background.paper',
					border: 1,
					borderColor: 'divider',
					borderRadius: 1,
					overflow: 'hidden',
				}}
			>
				<canvas ref={canvas} role="img" aria-label={`Histogram: ${words}`} />
			</Box>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				{words}
			</Typography>
		</Box>
	)
}

function barsOf(counts: Uint32Array): number[] {
	const bars = new Array<number>(BARS).fill(0)
	for (const [level, count] of counts.entries()) {
		const bar = Math.floor(level / LEVELS_A_BAR)
		bars[bar] = (bars[bar] ?? 0) + count
	}
	return bars
}

function percent(share: number): string {
	return `${(share * 100).toFixed(share > 0 && share < 0.1 ? 1 : 0)} %`
}
