'use client'

import Typography from '@mui/material/Typography'
import { type ComponentType, useState } from 'react'
import { useSheetAtRest } from '@/editor/workbench/workbench'
import { late } from '@/kit/late'
import { Sections } from '@/kit/Sections'
import { useAsked } from '../useAsked'
import { BridgesSection } from './BridgesSection'
import { FindingsSection } from './FindingsSection'
import { PROOF_PARTS, type ProofPart } from './parts'

// A section comes when it is first opened.
const CONTENTS: Readonly<Record<ProofPart, ComponentType>> = {
	findings: FindingsSection,
	looks: late(() => import('./LooksSection').then((m) => m.LooksSection)),
	bridges: BridgesSection,
	sizes: late(() => import('./SizesSection').then((m) => m.SizesSection)),
	photo: late(() => import('../against/WorstPlaces').then((m) => m.WorstPlaces)),
}
const SECTIONS = PROOF_PARTS.map((part) => ({ ...part, Content: CONTENTS[part.id] }))

export function ProofCard() {
	const { pieces } = useSheetAtRest()
	const [shown, setShown] = useState<ProofPart | null>('findings')
	useAsked(PROOF_PARTS, setShown)
	if (pieces.length === 0)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				There is no piece to look at yet. Trace one in the Rough pass.
			</Typography>
		)
	return <Sections sections={SECTIONS} shown={shown} onShow={setShown} />
}
