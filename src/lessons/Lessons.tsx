'use client'

import ArrowBackRounded from '@mui/icons-material/ArrowBackRounded'
import CheckCircleRounded from '@mui/icons-material/CheckCircleRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { DRILLS, type Drill, dailyDrill, SKILLS, seedOfDay } from '@/core/practice'
import { late } from '@/kit/late'
import { SchemeSwitch } from '@/kit/SchemeSwitch'
import { ShapePicture } from '@/kit/ShapePicture'
import { showProblem, showSnack } from '@/kit/snackbar'
import { browserLibrary } from '@/store/browserLibrary'
import type { StoredGrade } from '@/store/database'
import { sheetOfDrill } from '@/store/drillSheets'
import { bestOf, leastSure } from './progress'

const ProgressChart = late(() => import('./ProgressChart').then((m) => m.ProgressChart), 'nowhere')

/** A curve wants so many points to be one. */
const LEAST_POINTS = 3

/** The lessons, what one has done of them, and what is to be done again. */
export function Lessons() {
	const router = useRouter()
	const [grades, setGrades] = useState<readonly StoredGrade[] | null>(null)
	const [busy, setBusy] = useState<string | null>(null)
	useEffect(() => {
		let gone = false
		browserLibrary()
			.practice()
			.then((practice) => practice.all())
			.then((all) => gone || setGrades(all))
			.catch((error) => void showProblem(error))
		return () => {
			gone = true
		}
	}, [])
	const begin = (drill: Drill) => {
		setBusy(drill.id)
		sheetOfDrill(browserLibrary(), drill)
			.then((id) => router.push(`/sheet/${id}`))
			.catch((error) => {
				setBusy(null)
				showProblem(error)
			})
	}
	const all = grades ?? []
	const done = DRILLS.filter(({ id }) => bestOf(all, id)?.done).length
	const again = leastSure(all)
	return (
		<Box
			component="main"
			aria-busy={grades === null}
			sx={{ maxWidth: 1180, mx: 'auto', px: 3, py: 3, display: 'grid', gap: 3 }}
		>
			<Box component="header" sx={{ display: 'flex', alignItems: 'baseline', gap: 2 }}>
				<Button component={Link} href="/" color="inherit" startIcon={<ArrowBackRounded />}>
					All sheets
				</Button>
				<Typography variant="h1">Practice</Typography>
				<Typography variant="body1" sx={{ color: 'text.secondary', flexGrow: 1 }}>
					One thing at a time, each beside an answer that is known exactly
				</Typography>
				<SchemeSwitch />
			</Box>
			<Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap' }}>
				<Typography className="number" sx={{ fontSize: '1.15rem', fontWeight: 500 }}>
					{done} of {DRILLS.length} done
				</Typography>
				{again && (
					<Button variant="outlined" disabled={busy !== null} onClick={() => begin(again)}>
						Once more: {again.name}
					</Button>
				)}
			</Box>
			<ShapeOfTheDay grades={all} disabled={busy !== null} onBegin={begin} />
			{all.length >= LEAST_POINTS && (
				<Box component="section" aria-label="Progress">
					<Typography variant="h2" sx={{ mb: 1 }}>
						How it goes
					</Typography>
					<ProgressChart grades={all} />
				</Box>
			)}
			{SKILLS.map((skill) => {
				const own = DRILLS.filter((one) => one.skill === skill)
				if (own.length === 0) return null
				return (
					<Box key={skill} component="section" aria-label={SKILL_NAMES[skill]}>
						<Typography variant="h2" sx={{ mb: 1 }}>
							{SKILL_NAMES[skill]}
						</Typography>
						<Box
							sx={{
								display: 'grid',
								gridTemplateColumns: 'repeat(auto-fill, minmax(260px, 1fr))',
								gap: 1.25,
							}}
						>
							{own.map((drill) => (
								<DrillCard
									key={drill.id}
									drill={drill}
									best={bestOf(all, drill.id)}
									disabled={busy !== null}
									onBegin={() => begin(drill)}
								/>
							))}
						</Box>
					</Box>
				)
			})}
		</Box>
	)
}

/** A prop made up from the date, and its link for others. */
function ShapeOfTheDay({
	grades,
	disabled,
	onBegin,
}: {
	grades: readonly StoredGrade[]
	disabled: boolean
	onBegin: (drill: Drill) => void
}) {
	const [seed, setSeed] = useState<string | null>(null)
	// The day is that of who looks, not of the server.
	useEffect(() => setSeed(seedOfDay(new Date())), [])
	if (seed === null) return <Box sx={{ minHeight: 120 }} />
	const drill = dailyDrill(seed)
	const link = () => {
		const address = new URL(`/practice/daily?seed=${seed}`, window.location.href).href
		navigator.clipboard
			.writeText(address)
			.then(() => showSnack('The link is on the clipboard: who opens it has the same shape.'))
			.catch((error) => showProblem(error))
	}
	return (
		<Box component="section" aria-label="The shape of the day">
			<Typography variant="h2" sx={{ mb: 1 }}>
				The shape of the day
			</Typography>
			<Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap' }}>
				<Box sx={{ width: 340, display: 'grid' }}>
					<DrillCard
						drill={drill}
						best={bestOf(grades, drill.id)}
						disabled={disabled}
						onBegin={() => onBegin(drill)}
					/>
				</Box>
				<Button onClick={link}>Copy its link</Button>
			</Box>
		</Box>
	)
}

const SKILL_NAMES = {
	corners: 'Corners',
	curves: 'Curves',
	kinds: 'Kinds of nodes',
	'few nodes': 'Few nodes',
	mending: 'Mending',
	openings: 'Openings',
	photos: 'From photographs',
	pieces: 'Several pieces',
	letters: 'Letters',
} as const

function DrillCard({
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
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					{drill.task}
				</Typography>
				{best && (
					<Typography
						variant="caption"
						className="number"
						sx={{ display: 'flex', alignItems: 'center', gap: 0.5, mt: 0.5 }}
					>
						{best.done && <CheckCircleRounded fontSize="inherit" color="primary" />}
						{best.done ? 'Done' : `${Math.round(100 * best.share)} %`}: {best.nodes} nodes,{' '}
						{best.deviation.toFixed(1)} px off
					</Typography>
				)}
			</Box>
		</ButtonBase>
	)
}
