'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useDesk } from '../workbench'
import { CutCard } from './cut/CutCard'
import { ExportCard } from './export/ExportCard'
import { type PassId, passById } from './passes'
import { PhotoCard } from './photo/PhotoCard'
import { ProofCard } from './proof/ProofCard'
import { RefineCard } from './refine/RefineCard'
import { RoughCard } from './rough/RoughCard'

const CARDS: Readonly<Record<PassId, () => React.ReactNode>> = {
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
			<Card />
		</Box>
	)
}
