'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useEffect, useRef } from 'react'
import { begunPieces, type Grade } from '@/core/practice'
import { lookAt } from '@/editor/session/lookAt'
import { useDesk, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { remarkWords } from '@/kit/remarkWords'
import { DrillFigures } from './DrillFigures'
import { drillSlice } from './drillSlice'
import { effortWords, useEffort } from './useEffort'
import { useGrade } from './useGrade'
import { useHints } from './useHints'

/** So many differences are told at once: those that cost most. */
const TOLD = 3

/** What is to be done, how it stands, and what differs from the answer. */
export function DrillCard() {
	const { open, desk, slices, library, refresh } = useWorkbench()
	const found = useGrade()
	const own = slices.of(drillSlice)
	const { judged, hints } = useSlice(drillSlice, (state) => state)
	const shown = useDesk((state) => state.shown)
	const needed = useDesk(({ only }) => only !== null)
	const done = found?.grade.done ?? false
	const was = useRef<boolean | null>(null)
	const { effort, begin } = useEffort(done)
	useHints(found?.drill.hints.length ?? 0, !done && !judged && !shown)
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
			...effort(),
		}
		// What is practised is not lost by what cannot be kept of it.
		library
			.practice()
			.then((practice) => practice.add(row))
			.catch(() => {})
	}
	// Done once it is within its target; what was done before is not done again by looking at it.
	useEffect(() => {
		if (was.current === false && done && !shown) keep()
		if (found) was.current = done
	})
	if (!found) return null
	const { drill, grade } = found
	const again = () => {
		own.setState({ judged: false, hints: 0 })
		open.apply('Begin the drill again', (sheet) => ({ ...sheet, pieces: begunPieces(drill) }))
		refresh()
		begin()
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
			<DrillFigures drill={drill} grade={grade} />
			{!shown && (
				<>
					{drill.hints.slice(0, hints).map((hint) => (
						<Typography key={hint} variant="body2" sx={{ color: 'text.secondary' }}>
							{hint}
						</Typography>
					))}
					{judged && <Remarks grade={grade} />}
					{(judged || done) && (
						<Typography variant="caption" className="number" sx={{ color: 'text.secondary' }}>
							{effortWords(effort())}
						</Typography>
					)}
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
						<Button onClick={() => own.setState({ showing: true })}>Show me</Button>
						<Button color="inherit" onClick={again}>
							Again
						</Button>
						{needed && (
							<Button color="inherit" onClick={() => desk.setState({ only: null })}>
								All tools
							</Button>
						)}
						<Button component={Link} href="/practice" color="inherit">
							All drills
						</Button>
					</Box>
				</>
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
						Show me here
					</Button>
				</Box>
			))}
		</Box>
	)
}
