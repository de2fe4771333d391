'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { lazy, Suspense } from 'react'
import { useDesk } from '../workbench'
import { type PassId, passById } from './passes'
import { PhotoCard } from './photo/PhotoCard'
import { RefineCard } from './refine/RefineCard'
import { RoughCard } from './rough/RoughCard'

// The passes one begins with come with the page; the later ones when one gets there.
const CutCard = lazy(() => import('./cut/CutCard').then((m) => ({ default: m.CutCard })))
const ProofCard = lazy(() => import('./proof/ProofCard').then((m) => ({ default: m.ProofCard })))
const ExportCard = lazy(() =>
	import('./export/ExportCard').then((m) => ({ default: m.ExportCard })),
)

const CARDS: Readonly<Record<PassId, React.ComponentType>> = {
	photo: PhotoCard,
	rough: RoughCard,
	refine: RefineCard,
	cut: CutCard,
	proof: ProofCard,
	export: ExportCard,
}

/** The tools, options and measures of the pass one is in. */
export function PassCard() {
	const pass = passById(useDesk((state) => state.pass))
	const Card = CARDS[pass.id]
	return (
		<Box
			component="section"
			aria-label={`${pass.name} pass`}
			sx={{ p: 1.75, display: 'grid', gap: 1.75, alignContent: 'start' }}
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
