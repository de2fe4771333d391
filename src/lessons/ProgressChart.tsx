'use client'

import Box from '@mui/material/Box'
import { useColorScheme } from '@mui/material/styles'
import { Chart, Legend, LinearScale, LineController, LineElement, PointElement } from 'chart.js'
import { useEffect, useRef } from 'react'
import type { StoredGrade } from '@/store/database'
import { DARK, LIGHT } from '@/theme/tokens'

Chart.register(Legend, LinearScale, LineController, LineElement, PointElement)

const HEIGHT_PX = 170

/** Nodes beyond the answer's, and how far off, of what was done one after the other. */
export function ProgressChart({ grades }: { grades: readonly StoredGrade[] }) {
	const canvas = useRef<HTMLCanvasElement>(null)
	const { mode, systemMode } = useColorScheme()
	const colours = (mode === 'system' ? systemMode : mode) === 'dark' ? DARK : LIGHT
	useEffect(() => {
		if (!canvas.current) return
		const ticks = { color: colours.inkSoft, font: { size: 11 } }
		const axis = { grid: { color: colours.rule }, border: { display: false } }
		const line = (
			label: string,
			colour: string,
			yAxisID: string,
			of: (one: StoredGrade) => number,
		) => ({
			label,
			yAxisID,
			data: grades.map((one, k) => ({ x: k + 1, y: of(one) })),
			borderColor: colour,
			backgroundColor: colour,
			borderWidth: 2,
			pointRadius: 3,
		})
		const made = new Chart<'line', { x: number; y: number }[]>(canvas.current, {
			type: 'line',
			data: {
				datasets: [
					line('nodes beyond the answer’s', colours.verdigris, 'nodes', ({ nodes, best }) =>
						Math.max(0, nodes - best),
					),
					line('px off', colours.saffron, 'off', ({ deviation }) => deviation),
				],
			},
			options: {
				animation: false,
				maintainAspectRatio: false,
				events: [],
				plugins: { legend: { labels: { color: colours.ink, boxHeight: 2 } } },
				scales: {
					x: {
						...axis,
						type: 'linear',
						min: 1,
						max: Math.max(2, grades.length),
						ticks: { ...ticks, precision: 0 },
						title: { display: true, text: 'one drill after the other', ...ticks },
					},
					nodes: {
						...axis,
						position: 'left',
						beginAtZero: true,
						ticks: { ...ticks, precision: 0 },
					},
					off: { ...axis, position: 'right', beginAtZero: true, grid: { display: false }, ticks },
				},
			},
		})
		return () => made.destroy()
	}, [grades, colours])
	const last = grades.at(-1)
	const words = last
		? `: last ${last.nodes} nodes for ${last.best}, ${last.deviation.toFixed(1)} px off`
		: ''
	return (
		<Box sx={{ height: HEIGHT_PX, maxWidth: 720 }}>
			<canvas ref={canvas} role="img" aria-label={`Nodes and deviation over time${words}`} />
		</Box>
	)
}
