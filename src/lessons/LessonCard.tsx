'use client'

import CheckCircleRounded from '@mui/icons-material/CheckCircleRounded'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import { DRILLS, type Drill } from '@/core/practice'
import { ShapePicture } from '@/kit/ShapePicture'
import type { StoredGrade } from '@/store/database'
import { SKILL_NAMES } from './skillNames'

/** A drill to begin: its shape, what is to be done, and how it went at its best. */
export function LessonCard({
	drill,
	best,
	disabled,
	onBegin,
}: {
	drill: Drill
	best: StoredGrade | null
	disabled: boolean
	onBegin: () => void
}) {
	const number = DRILLS.indexOf(drill) + 1
	return (
		<ButtonBase
			disabled={disabled}
			onClick={onBegin}
			sx={{
				display: 'grid',
				gridTemplateColumns: '64px minmax(0, 1fr)',
				gap: 1.25,
				alignItems: 'start',
				textAlign: 'left',
				p: 1.25,
				border: 1,
				borderColor: 'divider',
				borderRadius: 1,
				bgcolor: 'background.paper',
				'&:hover, &.Mui-focusVisible': { borderColor: 'primary.main' },
			}}
		>
			<ShapePicture
				contours={drill.answer.contours}
				rule={drill.answer.fillRule}
				size={64}
				hollow={drill.picture === 'line'}
			/>
			<Box>
				<Typography variant="body1" sx={{ fontWeight: 600 }}>
					{number > 0 && `${number}. `}
					{drill.name}
				</Typography>
				<Typography variant="caption" component="p" sx={{ m: 0, color: 'primary.main' }}>
					{SKILL_NAMES[drill.skill]}
				</Typography>
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					{drill.task}
				</Typography>
				{best && (
					<Typography
						variant="caption"
						className="number"
						sx={{ display: 'flex', alignItems: 'center', gap: 0.5, mt: 0.5 }}
					>
						{best.done && (
							<CheckCircleRounded fontSize="inherit" color="primary" titleAccess="Done" />
						)}
						{!best.done && `${Math.round(100 * best.share)} %: `}
						{best.nodes} nodes, {best.deviation.toFixed(1)} px off
					</Typography>
				)}
			</Box>
		</ButtonBase>
	)
}
