'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { type ComponentType, lazy, Suspense } from 'react'
import { useDesk } from '../workbench'
import { type PassId, passById } from './passes'

// A pass's card comes when one first goes there.
const CARDS: Readonly<Record<PassId, ComponentType>> = {
	photo: lazy(() => import('./photo/PhotoCard').then((m) => ({ default: m.PhotoCard }))),
	rough: lazy(() => import('./rough/RoughCard').then((m) => ({ default: m.RoughCard }))),
	refine: lazy(() => import('./refine/RefineCard').then((m) => ({ default: m.RefineCard }))),
	thin: lazy(() => import('./thin/ThinCard').then((m) => ({ default: m.ThinCard }))),
	cut: lazy(() => import('./cut/CutCard').then((m) => ({ default: m.CutCard }))),
	proof: lazy(() => import('./proof/ProofCard').then((m) => ({ default: m.ProofCard }))),
	export: lazy(() => import('./export/ExportCard').then((m) => ({ default: m.ExportCard }))),
}

/** The tools, options and measures of the pass one is in. */
export function PassCard() {
	const pass = passById(useDesk((state) => state.pass))
	const Card = CARDS[pass.id]
	return (
		<Box
			component="section"
			aria-label={`${pass.name} pass`}
			sx={{
				p: 1.75,
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
			<Suspense>
				<Card />
			</Suspense>
		</Box>
	)
}
