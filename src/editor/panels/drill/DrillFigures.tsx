'use client'

import CheckCircleRounded from '@mui/icons-material/CheckCircleRounded'
import RadioButtonUncheckedRounded from '@mui/icons-material/RadioButtonUncheckedRounded'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { Criterion, Drill, Figures, Grade } from '@/core/practice'
import { levelWords, offWords, outermostWords, outlinesWords } from '@/kit/traceWords'

const MARKS: Readonly<Record<Criterion, (drill: Drill, figures: Figures, met: boolean) => string>> =
	{
		edge: (_, { deviation, allowed }) => offWords(deviation, allowed),
		nodes: ({ nodes }, figures) => `${figures.nodes} nodes, at most ${nodes}`,
		whole: ({ answer }, { outlines, extra }) => {
			const closed = answer.contours.every((one) => one.closed) ? 'closed' : 'as asked'
			return `${outlinesWords(outlines, closed)}${extra > 0 ? `, ${extra} too many` : ''}`
		},
		kinds: (_, { kinds }) => `${kinds.right} of ${kinds.of} kinds right`,
		outermost: (_, { outermost }) => outermostWords(outermost),
		level: (_, { level }) => levelWords(level),
		rule: (_, __, met) => (met ? 'Both rules fill the same' : 'The two rules differ'),
		shared: (_, { shared }) =>
			`${shared.right} of ${shared.of} ${shared.of === 1 ? 'edge' : 'edges'} shared`,
		colours: (_, { colours }) => `${colours.right} of ${colours.of} colours as in the picture`,
		ready: (_, { unready }) =>
			unready === 0
				? 'A cutter stumbles over nothing'
				: `A cutter stumbles over ${unready} ${unready === 1 ? 'thing' : 'things'}`,
	}

/** What counts in a drill, each beside its target. */
export function DrillFigures({ drill, grade }: { drill: Drill; grade: Grade }) {
	return (
		<>
			<Box component="ul" aria-label="How it stands" sx={{ m: 0, p: 0, listStyle: 'none' }}>
				{drill.graded.map((one) => {
					const met = grade.figures.nodes > 0 && grade.marks[one] === 1
					const Icon = met ? CheckCircleRounded : RadioButtonUncheckedRounded
					return (
						<Box
							component="li"
							key={one}
							sx={{ display: 'flex', alignItems: 'center', gap: 0.75, py: 0.125 }}
						>
							<Icon
								sx={{ fontSize: 16 }}
								color={met ? 'primary' : 'disabled'}
								titleAccess={met ? 'Met' : 'Not met yet'}
							/>
							<Typography variant="body2" className="number">
								{MARKS[one](drill, grade.figures, met)}
							</Typography>
						</Box>
					)
				})}
			</Box>
			{grade.done && (
				<Typography role="status" sx={{ fontWeight: 600, color: 'primary.main' }}>
					Done
				</Typography>
			)}
		</>
	)
}
