import { useTheme } from '@mui/material/styles'
import { type Contour, formatPathData } from '@/core'
import { frameOf } from '@/kit/ShapePicture'
import type { PupilsWork } from './pupils'

const ROOM = 0.05
/** So many differences are numbered: those that cost most. */
const NUMBERED = 3

/** A trace with its nodes, and the answer over it. */
export function LaidOver({
	work: { contours, drill, grade },
	size,
	numbered = false,
}: {
	work: PupilsWork
	/** CSS px */
	size: number
	numbered?: boolean
}) {
	const { palette } = useTheme()
	const answer: readonly Contour[] = drill.answer.contours
	const { minX, minY, maxX, maxY } = frameOf([...answer, ...contours])
	const side = Math.max(1, maxX - minX, maxY - minY)
	const px = (side * (1 + 2 * ROOM)) / size
	const x = (minX + maxX) / 2 - (px * size) / 2
	const y = (minY + maxY) / 2 - (px * size) / 2
	return (
		<svg
			width={size}
			height={size}
			viewBox={`${x} ${y} ${px * size} ${px * size}`}
			role="img"
			aria-label="The trace, the answer over it"
			style={{ maxWidth: '100%' }}
		>
			<path
				d={formatPathData(contours)}
				fill={palette.text.primary}
				fillOpacity={0.18}
				fillRule="evenodd"
				stroke={palette.text.primary}
				strokeWidth={1.5 * px}
			/>
			<path
				d={formatPathData(answer)}
				fill="none"
				stroke={palette.warning.main}
				strokeWidth={1.5 * px}
				strokeDasharray={`${5 * px} ${3 * px}`}
			/>
			{numbered &&
				contours.flatMap(({ nodes }) =>
					nodes.map(({ id, at: [cx, cy] }) => (
						<circle key={id} cx={cx} cy={cy} r={3 * px} fill={palette.text.primary} />
					)),
				)}
			{numbered &&
				grade.remarks.slice(0, NUMBERED).map(({ mistake, at: [cx, cy] }, k) => (
					<g key={`${mistake} ${cx} ${cy}`}>
						<circle
							cx={cx}
							cy={cy}
							r={11 * px}
							fill="none"
							stroke={palette.error.main}
							strokeWidth={2 * px}
						/>
						<text
							x={cx + 14 * px}
							y={cy + 5 * px}
							fontSize={14 * px}
							fontWeight={700}
							fill={palette.error.main}
						>
							{k + 1}
						</text>
					</g>
				))}
		</svg>
	)
}
