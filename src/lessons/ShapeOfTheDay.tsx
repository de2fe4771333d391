'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { type Drill, dailyDrill, seedOfDay } from '@/core/practice'
import { showProblem, showSnack } from '@/kit/snackbar'
import type { StoredGrade } from '@/store/database'
import { bestOf } from './howItWent'
import { LessonCard } from './LessonCard'

/** A prop made up from the date, and its link for others. */
export function ShapeOfTheDay({
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
				<Box sx={{ display: 'grid', width: '100%' }}>
					<LessonCard
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
