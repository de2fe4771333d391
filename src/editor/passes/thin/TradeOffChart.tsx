'use client'

import Box from '@mui/material/Box'
import {
	Chart,
	LinearScale,
	LineController,
	LineElement,
	LogarithmicScale,
	PointElement,
} from 'chart.js'
import { useEffect, useRef } from 'react'
import type { TradeOff } from '@/core'
import { useDesk } from '@/editor/workbench/workbench'
import { DARK, LIGHT } from '@/theme/tokens'

Chart.register(LinearScale, LineController, LineElement, LogarithmicScale, PointElement)

const HEIGHT_PX = 120

/** Nodes against allowed deviation, the knee marked; a click chooses the deviation there. */
export function TradeOffChart({
	tradeOff: { points, knee },
	tolerance,
	onChoose,
}: {
	tradeOff: TradeOff
	/** The deviation that is chosen, px. */
	tolerance: number
	onChoose: (tolerance: number) => void
}) {
	const canvas = useRef<HTMLCanvasElement>(null)
	const chart = useRef<Chart<'line', { x: number; y: number }[]> | null>(null)
	const colours = useDesk((state) => (state.scheme === 'dark' ? DARK : LIGHT))
	const choose = useRef(onChoose)
	useEffect(() => {
		choose.current = onChoose
	})

	useEffect(() => {
		if (!canvas.current) return
		const axis = { grid: { color: colours.rule }, border: { display: false } }
		const ticks = { color: colours.inkSoft, font: { size: 10 } }
		const made = new Chart<'line', { x: number; y: number }[]>(canvas.current, {
			type: 'line',
			data: {
				datasets: [
					{
						data: points.map(({ tolerance: x, nodes: y }) => ({ x, y })),
						borderColor: colours.verdigris,
						borderWidth: 2,
						stepped: 'before',
						pointRadius: points.map((_, k) => (k === knee ? 5 : 2)),
						pointBackgroundColor: points.map((_, k) =>
							k === knee ? colours.saffron : colours.verdigris,
						),
						pointBorderWidth: 0,
					},
					{
						data: [],
						borderColor: colours.ink,
						borderWidth: 1,
						pointRadius: 0,
						borderDash: [3, 3],
					},
				],
			},
			options: {
				animation: false,
				maintainAspectRatio: false,
				events: ['click'],
				onClick: (event, _, at) => {
					const x = at.scales.x?.getValueForPixel(event.x ?? 0)
					if (x !== undefined) choose.current(x)
				},
				scales: {
					x: {
						...axis,
						type: 'logarithmic',
						min: points[0]?.tolerance ?? 0.1,
						max: points.at(-1)?.tolerance ?? 1,
						ticks: {
							...ticks,
							maxTicksLimit: 5,
							callback: (value) =>
								[0.1, 0.2, 0.5, 1, 2, 5, 10, 20].includes(Number(value)) ? value : null,
						},
						title: { display: true, text: 'allowed deviation, px', ...ticks },
					},
					y: { ...axis, beginAtZero: true, ticks: { ...ticks, maxTicksLimit: 5, precision: 0 } },
				},
			},
		})
		chart.current = made
		return () => made.destroy()
	}, [points, knee, colours])

	useEffect(() => {
		const [line, here] = chart.current?.data.datasets ?? []
		if (!line || !here || !points[0]) return
		here.data = [
			{ x: tolerance, y: 0 },
			{ x: tolerance, y: points[0].nodes },
		]
		chart.current?.update('none')
	}, [tolerance, points])

	const at = knee === null ? undefined : points[knee]
	const words = at ? `, the knee at ${at.nodes} nodes and ${at.tolerance.toFixed(1)} px` : ''
	return (
		<Box sx={{ height: HEIGHT_PX, cursor: 'pointer' }}>
			<canvas
				ref={canvas}
				role="img"
				data-testid="trade-off"
				aria-label={`Nodes against allowed deviation${words}`}
			/>
		</Box>
	)
}
