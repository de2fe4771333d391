'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useDesk } from '@/editor/workbench/workbench'
import { WithFoot } from '@/kit/CardFoot'

/** The tools, options and measures of the pass one is in. */
export function PassCard() {
	const pass = useDesk((state) => state.pass)
	const { Card } = pass
	return (
		<Box
			component="section"
			aria-label={`${pass.name} pass`}
			sx={{ minHeight: '100%', display: 'flex', flexDirection: 'column' }}
		>
			<WithFoot>
				<Box
					sx={{
						p: 1.75,
						// The scroll bar's place is beside it.
						pr: 0.5,
						display: 'grid',
						gap: 1.75,
						alignContent: 'start',
						gridTemplateColumns: 'minmax(0, 1fr)',
					}}
				>
					<Box>
						<Typography variant="h1">{pass.name}</Typography>
						<Typography variant="body2" sx={{ color: 'text.secondary', mt: 0.5 }}>
							{pass.purpose}
						</Typography>
					</Box>
					<Card />
				</Box>
			</WithFoot>
		</Box>
	)
}
