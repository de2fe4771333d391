'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useEffect, useRef } from 'react'
import { told } from '@/editor/workbench/useAnswer'
import { useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { CardFoot } from '@/kit/CardFoot'
import { acceptApart } from './acceptApart'
import { leaveApart } from './apart'
import { type Apart, type Brush, cutSlice } from './cutSlice'

/** Choosing among regions: what a click does, what comes of it, and the way out. */
export function ApartCard({ apart }: { apart: Apart }) {
	const workbench = useWorkbench()
	const { desk, slices, refresh } = workbench
	const { pieces } = useSheetAtRest()
	const began = useRef(pieces)
	// Regions are those of the pieces as they were: an undo or a change ends the choosing.
	useEffect(() => {
		if (pieces !== began.current) leaveApart({ desk, slices })
	}, [pieces, desk, slices])
	const { regions, fates, brush } = apart
	const kept = fates.filter((fate) => fate !== 0)
	const made = new Set(kept).size
	const setBrush = (next: Brush | null) => {
		if (next) slices.of(cutSlice).setState({ apart: { ...apart, brush: next } })
		refresh()
	}
	return (
		<Box sx={{ display: 'grid', gap: 1.25 }}>
			<Typography variant="body2">
				{regions.length} regions. Click one, or drag across several, to
			</Typography>
			<ToggleButtonGroup
				exclusive
				fullWidth
				size="small"
				aria-label="What a click does"
				value={brush}
				onChange={(_, next) => setBrush(next)}
			>
				<ToggleButton value="keep">Keep</ToggleButton>
				<ToggleButton value="drop">Drop</ToggleButton>
				<ToggleButton value="join">Join</ToggleButton>
			</ToggleButtonGroup>
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				{EXPLAINED[brush]}
			</Typography>
			<Typography
				className="number"
				sx={{ fontSize: '1.15rem', fontWeight: 500 }}
				aria-live="polite"
			>
				{made === 1 ? '1 piece' : `${made} pieces`}, {regions.length - kept.length} dropped
			</Typography>
			<CardFoot>
				<Button
					variant="contained"
					disabled={made === 0}
					onClick={() => told(acceptApart(workbench)).then(() => refresh())}
					sx={{ minHeight: 36 }}
				>
					{made === 1 ? 'Make 1 piece' : `Make ${made} pieces`}
				</Button>
			</CardFoot>
			<Button
				onClick={() => {
					leaveApart(workbench)
					refresh()
				}}
			>
				Leave all as it was
			</Button>
		</Box>
	)
}

const EXPLAINED: Record<Brush, string> = {
	keep: 'Each region clicked is kept as a piece of its own.',
	drop: 'Regions clicked are dropped; one sees through there.',
	join: 'Regions that one drag crosses become one piece.',
}
