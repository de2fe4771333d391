'use client'

import ArrowBackRounded from '@mui/icons-material/ArrowBackRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useCallback, useEffect, useState } from 'react'
import { DRILLS, type Drill } from '@/core/practice'
import { late } from '@/kit/late'
import { SchemeSwitch } from '@/kit/SchemeSwitch'
import { showProblem } from '@/kit/snackbar'
import { browserLibrary } from '@/store/browserLibrary'
import type { StoredGrade } from '@/store/database'
import { sheetOfDrill } from '@/store/drillSheets'
import { bestOf, leastSure } from './howItWent'
import { LessonCard } from './LessonCard'
import { Progress } from './Progress'
import { ShapeOfTheDay } from './ShapeOfTheDay'

const Pupils = late(() => import('./Pupils').then((m) => m.Pupils), 'nowhere')

/** The lessons, what one has done of them, and what is to be done again. */
export function Lessons() {
	const router = useRouter()
	const [grades, setGrades] = useState<readonly StoredGrade[] | null>(null)
	const [busy, setBusy] = useState<string | null>(null)
	const look = useCallback(
		() =>
			void browserLibrary()
				.practice()
				.then((practice) => practice.all())
				.then(setGrades)
				.catch((error) => void showProblem(error)),
		[],
	)
	useEffect(look, [look])
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
			<Box sx={{ display: 'flex', alignItems: 'center', gap: 2, flexWrap: 'wrap', minHeight: 36 }}>
				<Typography className="number" sx={{ fontSize: '1.15rem', fontWeight: 500 }}>
					{done} of {DRILLS.length} done
				</Typography>
				{again && (
					<Button
						variant="outlined"
						disabled={busy !== null || grades === null}
						onClick={() => begin(again)}
					>
						Once more: {again.name}
					</Button>
				)}
			</Box>
			<Box
				sx={{
					display: 'grid',
					gridTemplateColumns: { xs: '1fr', md: 'minmax(0, 2fr) minmax(0, 3fr)' },
					gap: 3,
					alignItems: 'start',
					// What comes in later moves no drill under a hand that is on its way to it.
					minHeight: { md: 240 },
				}}
			>
				<ShapeOfTheDay grades={all} disabled={busy !== null || grades === null} onBegin={begin} />
				<Progress grades={all} onChange={look} />
			</Box>
			<Box component="section" aria-label="Drills">
				<Typography variant="h2" sx={{ mb: 1 }}>
					Drills
				</Typography>
				<Box
					sx={{
						display: 'grid',
						gridTemplateColumns: 'repeat(auto-fill, minmax(264px, 1fr))',
						gap: 1.25,
					}}
				>
					{DRILLS.map((drill) => (
						<LessonCard
							key={drill.id}
							drill={drill}
							best={bestOf(all, drill.id)}
							disabled={busy !== null || grades === null}
							onBegin={() => begin(drill)}
						/>
					))}
				</Box>
			</Box>
			<Pupils />
		</Box>
	)
}
