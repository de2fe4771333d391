'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { SAMPLES, type Sample } from '@/demo/samples'
import { late } from '@/kit/late'
import { endTour, isTourOffered } from '@/kit/tour'

const DayCard = late(() => import('./DayCard').then((m) => m.DayCard), 'nowhere')

const LANTERN = SAMPLES.find(({ id }) => id === 'lantern')

/** Offered once: ninety seconds from a photo to a file; from then on the shape of the day has its place. */
export function FirstVisit({
	busy,
	onBegin,
}: {
	busy: boolean
	onBegin: (sample: Sample) => void
}) {
	/** What this browser has seen is not known to the server. */
	const [offered, setOffered] = useState<boolean | null>(null)
	useEffect(() => setOffered(isTourOffered()), [])
	if (offered === null) return null
	if (!offered || !LANTERN) return <DayCard />
	return (
		<Box
			component="section"
			aria-label="First visit"
			sx={{
				display: 'flex',
				alignItems: 'center',
				gap: 2,
				px: 2,
				py: 1.5,
				border: 1,
				borderColor: 'primary.main',
				borderRadius: 1,
				bgcolor: 'background.paper',
			}}
		>
			<Typography variant="body2" sx={{ flexGrow: 1 }}>
				<Box component="span" sx={{ fontWeight: 600 }}>
					First time here?
				</Box>{' '}
				Ninety seconds on a lantern, from photo to file.
			</Typography>
			<Button
				variant="contained"
				sx={{ flexShrink: 0 }}
				disabled={busy}
				onClick={() => onBegin(LANTERN)}
			>
				Show me round
			</Button>
			<Button
				color="inherit"
				sx={{ flexShrink: 0 }}
				onClick={() => {
					endTour()
					setOffered(false)
				}}
			>
				Not now
			</Button>
		</Box>
	)
}
