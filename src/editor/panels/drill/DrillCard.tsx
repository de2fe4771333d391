'use client'

import CheckCircleRounded from '@mui/icons-material/CheckCircleRounded'
import RadioButtonUncheckedRounded from '@mui/icons-material/RadioButtonUncheckedRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useEffect, useRef } from 'react'
import { begunPieces, type Criterion, type Drill, type Grade } from '@/core/practice'
import { lookAt } from '@/editor/session/lookAt'
import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { drillSlice } from './drillSlice'
import { remarkWords } from './remarkWords'
import { useGrade } from './useGrade'

/** So many differences are told at once: those that cost most. */
const TOLD = 3

/** What is to be done, how it stands, and what differs from the answer. */
export function DrillCard() {
	const { open, slices, library, refresh } = useWorkbench()
	const found = useGrade()
	const own = slices.of(drillSlice)
	const { judged, hints } = useSlice(drillSlice, (state) => state)
	const done = found?.grade.done ?? false
	const was = useRef<boolean | null>(null)
	const keep = () => {
		if (!found) return
		const { share, figures } = found.grade
		const row = {
			drill: found.drill.id,
			at: Date.now(),
			done,
			share,
			nodes: figures.nodes,
			best: figures.best,
			deviation: figures.deviation,
		}
		// What is practised is not lost by what cannot be kept of it.
		library
			.practice()
			.then((practice) => practice.add(row))
			.catch(() => {})
	}
	// Done once it is within its target; what was done before is not done again by looking at it.
	useEffect(() => {
		if (was.current === false && done) keep()
		if (found) was.current = done
	})
	if (!found) return null
	const { drill, grade } = found
	const again = () => {
		own.setState({ judged: false, hints: 0 })
		open.apply('Begin the drill again', (sheet) => ({ ...sheet, pieces: begunPieces(drill) }))
		refresh()
	}
	return (
		<Box
			component="section"
			aria-label="Drill"
			sx={{
				p: 1.75,
				pb: 1.25,
				display: 'grid',
				gap: 1,
				borderBottom: 1,
				borderColor: 'divider',
				bgcolor: 'background.paper',
			}}
		>
			<Box>
				<Typography variant="h2">{drill.name}</Typography>
				<Typography variant="body2" sx={{ mt: 0.25 }}>
					{drill.task}
				</Typography>
			</Box>
			<Figures drill={drill} grade={grade} />
			{drill.hints.slice(0, hints).map((hint) => (
				<Typography key={hint} variant="body2" sx={{ color: 'text.secondary' }}>
					{hint}
				</Typography>
			))}
			{judged && <Remarks grade={grade} />}
			<Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }}>
				<Button
					variant={judged || grade.figures.nodes === 0 ? 'outlined' : 'contained'}
					onClick={() => {
						if (!judged && !done) keep()
						own.setState({ judged: !judged })
					}}
				>
					{judged ? 'Put the answer away' : 'Judge it'}
				</Button>
				{hints < drill.hints.length && (
					<Button onClick={() => own.setState({ hints: hints + 1 })}>Hint</Button>
				)}
				<Button color="inherit" onClick={again}>
					Again
				</Button>
				<Button component={Link} href="/practice" color="inherit">
					All drills
				</Button>
			</Box>
		</Box>
	)
}

const MARKS: Readonly<Record<Criterion, (drill: Drill, grade: Grade) => string>> = {
	edge: (_, { figures: { deviation, allowed } }) =>
		`Off by ${deviation.toFixed(1)} px, at most ${allowed.toFixed(1)}`,
	nodes: ({ nodes }, { figures }) => `${figures.nodes} nodes, at most ${nodes}`,
	whole: ({ answer }, { figures: { outlines, extra } }) => {
		const closed = answer.contours.every((one) => one.closed) ? 'closed' : 'as asked'
		return `${outlines.right} of ${outlines.of} outlines ${closed}${extra > 0 ? `, ${extra} too many` : ''}`
	},
	kinds: (_, { figures: { kinds } }) => `${kinds.right} of ${kinds.of} kinds right`,
	outermost: (_, { figures: { outermost } }) =>
		`${outermost.right} of ${outermost.of} outermost points have their node`,
	level: (_, { figures: { level } }) => `${level.right} of ${level.of} handles level or upright`,
	rule: (_, { marks }) => (marks.rule === 1 ? 'Both rules fill the same' : 'The two rules differ'),
}

function Figures({ drill, grade }: { drill: Drill; grade: Grade }) {
	return (
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
							{MARKS[one](drill, grade)}
						</Typography>
					</Box>
				)
			})}
			{grade.done && (
				<Typography role="status" sx={{ fontWeight: 600, color: 'primary.main', mt: 0.5 }}>
					Done
				</Typography>
			)}
		</Box>
	)
}

function Remarks({ grade: { remarks, done } }: { grade: Grade }) {
	const { desk, refresh } = useWorkbench()
	if (remarks.length === 0)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				{done ? 'As the answer has it.' : 'Nothing stands out.'}
			</Typography>
		)
	return (
		<Box component="ol" aria-label="What differs" sx={{ m: 0, pl: 2.25 }}>
			{remarks.slice(0, TOLD).map((remark) => (
				<Box component="li" key={`${remark.mistake} ${remark.at}`} sx={{ fontSize: 14 }}>
					{remarkWords(remark)}{' '}
					<Button
						size="small"
						onClick={() => {
							lookAt(remark.at, desk)
							refresh()
						}}
						sx={{ minWidth: 0, py: 0 }}
					>
						Show
					</Button>
				</Box>
			))}
		</Box>
	)
}
