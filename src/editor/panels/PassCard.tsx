'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import type { PassDef } from '@/editor/session/definitions'
import { useDesk } from '@/editor/workbench/workbench'
import { WithFoot } from '@/kit/CardFoot'
import { late } from '@/kit/late'

const How = late(() => import('./how/How').then((m) => m.How))

/** The tools, options and measures of the pass one is in. */
export function PassCard() {
	const pass = useDesk((state) => state.pass)
	const { Card } = pass
	/** The pass of which it is shown how it is worked. */
	const [asked, setAsked] = useState<PassDef | null>(null)
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
						<Box sx={{ display: 'flex', alignItems: 'center' }}>
							<Typography variant="h1" sx={{ flexGrow: 1 }}>
								{pass.name}
							</Typography>
							<Button
								size="small"
								color="inherit"
								aria-expanded={asked === pass}
								onClick={() => setAsked(asked === pass ? null : pass)}
								sx={{ minWidth: 0, py: 0.25 }}
							>
								How?
							</Button>
						</Box>
						<Typography variant="body2" sx={{ color: 'text.secondary', mt: 0.5 }}>
							{pass.purpose}
						</Typography>
					</Box>
					{asked === pass && <How key={pass.id} pass={pass.name} load={pass.how} />}
					<Card />
				</Box>
			</WithFoot>
		</Box>
	)
}
