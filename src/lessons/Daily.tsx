'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { dailyDrill, isSeed, seedOfDay } from '@/core/practice'
import { messageFor } from '@/kit/messages'
import { browserLibrary } from '@/store/browserLibrary'
import { sheetOfDrill } from '@/store/drillSheets'

/** Goes on to the shape of a seed: the same for all who have the link. @param seed today's where there is none */
export function Daily({ seed }: { seed: string | null }) {
	const router = useRouter()
	const [problem, setProblem] = useState<string | null>(null)
	useEffect(() => {
		const wished = seed ?? seedOfDay(new Date())
		if (!isSeed(wished)) {
			setProblem('This link names no shape: a seed is up to 40 letters, digits and hyphens.')
			return
		}
		sheetOfDrill(browserLibrary(), dailyDrill(wished))
			.then((id) => router.replace(`/sheet/${id}`))
			.catch((error) => setProblem(messageFor(error)))
	}, [seed, router])
	return (
		<Box component="main" aria-busy={problem === null} sx={{ p: 4, display: 'grid', gap: 2 }}>
			<Typography variant="h1">The shape of the day</Typography>
			<Typography variant="body1" role="status">
				{problem ?? 'It is being laid out.'}
			</Typography>
			{problem && (
				<Box>
					<Button component={Link} href="/practice" variant="outlined">
						All drills
					</Button>
				</Box>
			)}
		</Box>
	)
}
