'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import LinearProgress from '@mui/material/LinearProgress'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo, useRef, useState } from 'react'
import { placeIn, readGcode, WORKSHOP_BED } from '@/core/cutting'
import { told } from '@/editor/workbench/useAnswer'
import type { CutPlan } from '@/jobs/cutting'
import { followTable, sendToTable, type TableProgress, TableRefused, tellTable } from '@/jobs/table'
import { Notice } from '@/kit/Notice'
import { WordChoice } from '@/kit/WordChoice'
import { asTime } from './asTime'

const PACES = [
	['1', 'As in life'],
	['10', 'Ten times as fast'],
	['60', 'A minute a second'],
] as const
type Pace = (typeof PACES)[number][0]

const { width: WIDTH, height: HEIGHT } = WORKSHOP_BED

/** The bed with the head at work, what it has burnt, and the parts that have fallen out. */
export function TableDialog({
	plan,
	name,
	onClose,
}: {
	plan: CutPlan
	name: string
	onClose: () => void
}) {
	const [pace, setPace] = useState<Pace>('10')
	const [job, setJob] = useState<string | null>(null)
	const [progress, setProgress] = useState<TableProgress | null>(null)
	const [problem, setProblem] = useState<string | null>(null)
	/** Another job that the table is at work on. */
	const [other, setOther] = useState<string | null>(null)
	const following = useRef<AbortController | null>(null)
	useEffect(() => () => following.current?.abort(), [])
	const follow = async (id: string) => {
		following.current?.abort()
		const now = new AbortController()
		following.current = now
		setProblem(null)
		try {
			await followTable(id, setProgress, now.signal)
		} catch (error) {
			setProblem(silent(error))
		}
	}
	const begin = async () => {
		setProblem(null)
		setOther(null)
		setProgress(null)
		try {
			const id = await sendToTable(plan.program, Number(pace))
			setJob(id)
			void follow(id)
		} catch (error) {
			setProblem(silent(error))
			if (error instanceof TableRefused) setOther(error.other)
		}
	}
	const stopOther = async () => {
		if (other === null) return
		try {
			await tellTable(other, 'stop')
			await begin()
		} catch (error) {
			setProblem(silent(error))
		}
	}
	const tell = async (action: 'pause' | 'go-on' | 'stop') => {
		if (job === null) return
		await told(tellTable(job, action).catch((error) => setProblem(silent(error))))
	}
	const state = progress?.state
	const works = state === 'working' || state === 'paused'
	const close = () => {
		if (works) void tell('stop')
		onClose()
	}
	return (
		<Dialog open onClose={close} maxWidth="md" fullWidth aria-label="The cutting table">
			<DialogTitle component="h2" variant="h2">
				{name} on the cutting table
			</DialogTitle>
			<DialogContent sx={{ display: 'grid', gap: 1.5 }}>
				<BedPicture plan={plan} progress={progress} />
				<LinearProgress
					variant="determinate"
					aria-label="Cut so far"
					value={progress ? (100 * progress.gone) / progress.seconds : 0}
				/>
				<Typography role="status" variant="body2">
					{words(progress, plan.figures.seconds)}
				</Typography>
				{problem !== null && (
					<Notice
						severity="error"
						action={
							job !== null && works ? (
								<Button color="inherit" onClick={() => void follow(job)}>
									Listen again
								</Button>
							) : other !== null ? (
								<Button color="inherit" onClick={() => void stopOther()}>
									Stop that one, and cut this
								</Button>
							) : undefined
						}
					>
						{problem}
					</Notice>
				)}
			</DialogContent>
			<DialogActions sx={{ px: 3, pb: 2, gap: 1 }}>
				{works ? (
					<>
						<Button onClick={() => void tell('stop')} color="error">
							Stop
						</Button>
						<Button
							variant="contained"
							onClick={() => void tell(state === 'paused' ? 'go-on' : 'pause')}
						>
							{state === 'paused' ? 'Go on' : 'Pause'}
						</Button>
					</>
				) : (
					<>
						<Box sx={{ width: 180, mr: 'auto' }}>
							<WordChoice label="The stand-in runs" value={pace} words={PACES} onChange={setPace} />
						</Box>
						<Button onClick={close}>Close</Button>
						<Button variant="contained" onClick={() => void begin()}>
							{progress ? 'Cut another' : 'Begin to cut'}
						</Button>
					</>
				)}
			</DialogActions>
		</Dialog>
	)
}

function silent(error: unknown): string {
	return error instanceof TableRefused && error.problem !== null
		? `The table does not take the job on. ${error.problem} Nothing was cut.`
		: 'The table does not answer. See that it is switched on and that this page can reach it, then try again. The job is as it was.'
}

function words(progress: TableProgress | null, estimate: number): string {
	if (!progress) return `About ${asTime(estimate)} to cut.`
	const { state, gone, seconds } = progress
	if (state === 'done') return `Done in ${asTime(seconds)}; ${asTime(estimate)} had been estimated.`
	if (state === 'stopped')
		return `Stopped after ${asTime(gone)}. What is burnt is burnt; begin again with new card.`
	return `${state === 'paused' ? 'Paused. ' : ''}${asTime(seconds - gone)} left of ${asTime(seconds)}.`
}

/** An arc is drawn with so many straight stretches. */
const ARC_STEPS = 8

function BedPicture({ plan, progress }: { plan: CutPlan; progress: TableProgress | null }) {
	const { program, cuts } = plan
	const { lines, offs } = useMemo(() => traced(program), [program])
	const line = progress?.line ?? 0
	const gone = offs.filter((at) => at < line).length
	const burnt = lines.filter((one) => one.line < line)
	return (
		<Box
			component="svg"
			viewBox={`-4 -4 ${WIDTH + 8} ${HEIGHT + 8}`}
			role="img"
			aria-label="The bed"
			sx={{
				width: '100%',
				maxHeight: '52vh',
				display: 'block',
				bgcolor: '#2c2a27',
				borderRadius: 1,
			}}
		>
			<rect width={WIDTH} height={HEIGHT} fill="#e9e2d2" />
			{cuts.map(({ d, opening, offs: end }) => {
				const fallen = gone >= end
				return (
					<path
						key={`${end}`}
						d={d}
						// What has fallen out leaves the dark of the bed; what is kept lies on it.
						fill={fallen ? (opening ? '#2c2a27' : '#f6f1e4') : 'none'}
						stroke={fallen ? '#2c2a27' : '#a89f8b'}
						strokeWidth={fallen ? 1.6 : 0.5}
					/>
				)
			})}
			{cuts
				.filter(({ opening, offs: end }) => opening && gone >= end)
				.map(({ d, offs: end }) => (
					<path key={`opening ${end}`} d={d} fill="#2c2a27" />
				))}
			<path
				d={burnt.map(({ d }) => d).join('')}
				fill="none"
				stroke="#8a3a1e"
				strokeWidth={0.9}
				strokeLinecap="round"
			/>
			{progress && (
				<g transform={`translate(${progress.head[0]} ${HEIGHT - progress.head[1]})`}>
					<circle r={7} fill="none" stroke="#0e7466" strokeWidth={2} />
					<circle r={2.6} fill={progress.burning ? '#d98e04' : '#0e7466'} />
				</g>
			)}
		</Box>
	)
}

/** What a program burns, by its lines, and the lines at which the beam goes off. */
function traced(program: string) {
	const at = ([x, y]: readonly [number, number]) => `${x.toFixed(2)} ${(HEIGHT - y).toFixed(2)}`
	const lines = readGcode(program)
		.filter(({ what }) => what === 'cut')
		.map((motion) => {
			const steps = motion.centre ? ARC_STEPS : 1
			const places = Array.from({ length: steps }, (_, k) => at(placeIn(motion, (k + 1) / steps)))
			return { line: motion.line, d: `M${at(motion.from)}L${places.join('L')}` }
		})
	const offs = program.split('\n').flatMap((text, n) => (text === 'M5' ? [n + 1] : []))
	return { lines, offs }
}
