'use client'

import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import { DRILLS, type Drill, dailyDrill, seedOfDay } from '@/core/practice'
import { ShapePicture } from '@/kit/ShapePicture'
import { browserLibrary } from '@/store/browserLibrary'

/** The way to the drills: how many are done, and the shape of the day. */
export function PracticeCard() {
	const [done, setDone] = useState<number | null>(null)
	const [day, setDay] = useState<Drill | null>(null)
	useEffect(() => {
		setDay(dailyDrill(seedOfDay(new Date())))
		const ids = new Set(DRILLS.map(({ id }) => id))
		browserLibrary()
			.practice()
			.then((practice) => practice.all())
			.then((all) =>
				setDone(
					new Set(all.filter((one) => one.done && ids.has(one.drill)).map((one) => one.drill)).size,
				),
			)
			// Home is there without it.
			.catch(() => {})
	}, [])
	return (
		<ButtonBase
			component={Link}
			href="/practice"
			sx={{
				display: 'flex',
				justifyContent: 'flex-start',
				gap: 2,
				px: 2,
				py: 1.25,
				minHeight: 68,
				border: 1,
				borderColor: 'divider',
				borderRadius: 1,
				bgcolor: 'background.paper',
				textAlign: 'left',
				'&:hover, &.Mui-focusVisible': { borderColor: 'primary.main' },
			}}
		>
			{day && <ShapePicture contours={day.answer.contours} rule={day.answer.fillRule} size={44} />}
			<Box>
				<Typography variant="body1" sx={{ fontWeight: 600 }}>
					Practice
				</Typography>
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					{DRILLS.length} drills of a few minutes, each beside an answer that is known exactly
					{done !== null && done > 0 && `; ${done} done`}. Today:{' '}
					{day ? day.name.toLowerCase() : '…'}.
				</Typography>
			</Box>
		</ButtonBase>
	)
}
