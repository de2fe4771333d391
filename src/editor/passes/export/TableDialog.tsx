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
import { type Bed, type CutPlan, placeIn, readGcode, type ShownCut } from '@/core/cutting'
import { told } from '@/editor/workbench/useAnswer'
import { followTable, sendToTable, type TableProgress, TableRefused, tellTable } from '@/jobs/table'
import { Notice } from '@/kit/Notice'
import { WordChoice } from '@/kit/WordChoice'
import { asTime } from './asTime'

const PACES = [
	['1', 'As in life'],
	['10', 'Ten times as fast'],
	['1e9', 'At once'],
] as const
type Pace = (typeof PACES)[number][0]

/** The bed with the head at work, what it has burnt, and the parts that have fallen out. */
export function TableDialog({
	plan,
	bed,
	name,
	onClose,
}: {
	plan: CutPlan
	bed: Bed
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
			const id = await sendToTable(plan.program, Number(pace), bed)
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
				<BedPicture plan={plan} bed={bed} progress={progress} />
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

function BedPicture({
	plan,
	bed: { width, height },
	progress,
}: {
	plan: CutPlan
	bed: Bed
	progress: TableProgress | null
}) {
	const { program, cuts } = plan
	const { lines, offs } = useMemo(() => traced(program, cuts, height), [program, cuts, height])
	const line = progress?.line ?? 0
	const gone = offs.filter((at) => at < line).length
	const done = (operation: ShownCut['operation']) =>
		lines
			.filter((one) => one.line < line && one.operation === operation)
			.map(({ d }) => d)
			.join('')
	// Strokes are as wide on screen on a large bed as on a small one.
	const unit = Math.max(width, height) / 600
	return (
		<Box
			component="svg"
			viewBox={`${-4 * unit} ${-4 * unit} ${width + 8 * unit} ${height + 8 * unit}`}
			role="img"
			aria-label="The bed"
			sx={{
				width: '100%',
				maxHeight: '52vh',
				display: 'block',
				bgcolor: DARK,
				borderRadius: 1,
			}}
		>
			<rect width={width} height={height} fill="#e9e2d2" />
			{cuts.map(({ d, kind, operation, offs: end }) => {
				const fallen = gone >= end && kind !== 'line'
				const planned = operation === 'score' ? SCORED : '#a89f8b'
				return (
					<path
						key={`${end}`}
						d={d}
						// What has fallen out leaves the dark of the bed; what is kept lies on it.
						fill={fallen ? (kind === 'opening' ? DARK : '#f6f1e4') : 'none'}
						stroke={fallen ? DARK : planned}
						strokeWidth={(fallen ? 1.6 : 0.5) * unit}
						{...(operation === 'score' && { strokeDasharray: `${2 * unit} ${1.5 * unit}` })}
					/>
				)
			})}
			{cuts
				.filter(({ kind, offs: end }) => kind === 'opening' && gone >= end)
				.map(({ d, offs: end }) => (
					<path key={`opening ${end}`} d={d} fill={DARK} />
				))}
			<path d={done('score')} fill="none" stroke={SCORED} strokeWidth={1.1 * unit} />
			<path
				d={done('cut')}
				fill="none"
				stroke="#8a3a1e"
				strokeWidth={0.9 * unit}
				strokeLinecap="round"
			/>
			{progress && (
				<g transform={`translate(${progress.head[0]} ${height - progress.head[1]}) scale(${unit})`}>
					<circle r={7} fill="none" stroke="#0e7466" strokeWidth={2} />
					<circle r={2.6} fill={progress.burning ? '#d98e04' : '#0e7466'} />
				</g>
			)}
		</Box>
	)
}

const DARK = '#2c2a27'
const SCORED = '#0e7466'

/** What a program burns, by its lines, and the lines at which the beam goes off. */
function traced(program: string, cuts: readonly ShownCut[], height: number) {
	const at = ([x, y]: readonly [number, number]) => `${x.toFixed(2)} ${(height - y).toFixed(2)}`
	const offs = program.split('\n').flatMap((text, n) => (text === 'M5' ? [n + 1] : []))
	let run = 0
	let cut = 0
	const lines = readGcode(program)
		.filter(({ what }) => what === 'cut')
		.map((motion) => {
			while ((offs[run] ?? Number.POSITIVE_INFINITY) < motion.line) run++
			while ((cuts[cut]?.offs ?? Number.POSITIVE_INFINITY) <= run) cut++
			const steps = motion.centre ? ARC_STEPS : 1
			const places = Array.from({ length: steps }, (_, k) => at(placeIn(motion, (k + 1) / steps)))
			const d = `M${at(motion.from)}L${places.join('L')}`
			return { line: motion.line, d, operation: cuts[cut]?.operation ?? 'cut' }
		})
	return { lines, offs }
}
