'use client'

import { useTheme } from '@mui/material/styles'
import { formatPathData } from '@/core'
import { useDesk, useSlice } from '@/editor/workbench/workbench'
import { drillSlice } from './drillSlice'
import { useGrade } from './useGrade'

const NODE_PX = 4

/** The answer over the trace, with its nodes, and where the differences that cost most are. */
export function AnswerOverlay() {
	const found = useGrade()
	const judged = useSlice(drillSlice, (state) => state.judged)
	const { scale, x, y } = useDesk((state) => state.view)
	const { palette } = useTheme()
	if (!found || !judged) return null
	const { drill, grade } = found
	const { contours } = drill.answer
	const on = ([px, py]: readonly [number, number]) => [px * scale + x, py * scale + y] as const
	return (
		<svg
			aria-hidden="true"
			style={{
				position: 'absolute',
				inset: 0,
				width: '100%',
				height: '100%',
				pointerEvents: 'none',
			}}
		>
			<g transform={`translate(${x} ${y}) scale(${scale})`} fill="none">
				<path d={formatPathData(contours)} stroke="#fff" strokeWidth={4.5 / scale} />
				<path
					d={formatPathData(contours)}
					stroke={palette.warning.main}
					strokeWidth={2 / scale}
					strokeDasharray={`${7 / scale} ${4 / scale}`}
				/>
			</g>
			{contours.flatMap(({ nodes }) =>
				nodes.map(({ id, at }) => {
					const [cx, cy] = on(at)
					return (
						<circle
							key={id}
							cx={cx}
							cy={cy}
							r={NODE_PX}
							fill={palette.warning.main}
							stroke="#fff"
							strokeWidth={1.5}
						/>
					)
				}),
			)}
			{grade.remarks.slice(0, 3).map((remark, k) => {
				const [cx, cy] = on(remark.at)
				return (
					<g key={`${remark.mistake} ${remark.at}`}>
						<circle cx={cx} cy={cy} r={13} fill="none" stroke="#fff" strokeWidth={4} />
						<circle
							cx={cx}
							cy={cy}
							r={13}
							fill="none"
							stroke={palette.error.main}
							strokeWidth={2}
						/>
						<text
							x={cx + 17}
							y={cy + 5}
							fontSize={14}
							fontWeight={700}
							fill={palette.error.main}
							stroke="#fff"
							strokeWidth={3}
							paintOrder="stroke"
						>
							{k + 1}
						</text>
					</g>
				)
			})}
		</svg>
	)
}
