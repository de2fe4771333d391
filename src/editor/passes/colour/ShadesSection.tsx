'use client'

import CheckRounded from '@mui/icons-material/CheckRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo, useState } from 'react'
import { findPiece, nodeCount } from '@/core'
import { type WishSlider, WishSliders } from '@/editor/tools/WishSliders'
import { useOpenSheet, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { CardFoot } from '@/kit/CardFoot'
import { counted } from '@/kit/counted'
import { offer } from '@/kit/offer'
import { useChosenPieces } from '../chosen'
import { colourSlice, FIRST_SHADES, type ShadesWish } from './colourSlice'
import { keepShades, shadesOf } from './shades'

const SLIDERS: readonly WishSlider<keyof ShadesWish & string>[] = [
	{ of: 'count', label: 'Shades', min: 2, max: 12, step: 1, shown: (v) => String(v) },
	{
		of: 'smallest',
		label: 'Smallest area',
		min: 0,
		max: 3000,
		step: 50,
		shown: (v) => `${v} px²`,
	},
	{
		of: 'deviation',
		label: 'Allowed deviation',
		min: 0.5,
		max: 6,
		step: 0.25,
		shown: (v) => `${v} px`,
	},
	{
		of: 'under',
		label: 'Reach under those above',
		min: 0,
		max: 4,
		step: 0.25,
		shown: (v) => (v === 0 ? 'not, for cutting' : `${v} px`),
	},
]

/** The photo under a piece made a few flat pieces on top of it. */
export function ShadesSection() {
	const { open, slices, refresh } = useWorkbench()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const chosen = useChosenPieces()
	const [piece] = chosen
	const wish = useSlice(colourSlice, (state) => state.wish)
	const shades = useSlice(colourSlice, (state) => state.shades)
	const [busy, setBusy] = useState(false)
	const [problem, setProblem] = useState<string | null>(null)
	const colour = useMemo(() => slices.of(colourSlice), [slices])
	const asked = chosen.length === 1 ? piece : undefined
	// Whoever goes elsewhere with shades that were not kept is told so, and has them all the same if that was not meant.
	useEffect(
		() => () => {
			const { shades: left } = colour.getState()
			if (!left) return
			offer('The shades were not kept.', 'Keep them', () => {
				const under = findPiece(open.sheet(), left.piece)
				if (under) keepShades(open, under, left.areas)
				refresh()
			})
		},
		[colour, open, refresh],
	)
	useEffect(() => {
		colour.setState({ shades: null })
		setProblem(null)
		if (!asked) return
		let wanted = true
		setBusy(true)
		shadesOf(open.sheet(), asked, wish, slices)
			.then(
				(areas) => {
					if (!wanted || !areas) return
					if (areas.length === 0) setProblem('No photo shows under this piece.')
					else colour.setState({ shades: { piece: asked.id, areas } })
				},
				() => wanted && setProblem('The shades could not be worked out; nothing was changed.'),
			)
			.finally(() => wanted && setBusy(false))
		return () => {
			wanted = false
			colour.setState({ shades: null })
		}
	}, [asked, wish, colour, open, slices])
	if (!asked)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				Choose one piece; what the photo shows under it becomes flat pieces on top of it.
			</Typography>
		)
	const nodes = shades ? nodeCount(shades.areas.flatMap(({ contours }) => contours)) : 0
	return (
		<Box sx={{ display: 'grid', gap: 0.5 }}>
			<WishSliders
				sliders={SLIDERS}
				wish={wish}
				first={FIRST_SHADES}
				onChange={(change) => colour.setState((state) => ({ wish: { ...state.wish, ...change } }))}
			/>
			<Box sx={{ minHeight: 4 }}>{busy && <LinearProgress aria-label="Finding shades" />}</Box>
			<Typography variant="body2" role="status">
				{problem ??
					(shades
						? `${counted(shades.areas.length, 'shade', 'shades')}, ${counted(nodes, 'node', 'nodes')}`
						: ' ')}
			</Typography>
			<CardFoot>
				<Button
					variant="contained"
					startIcon={<CheckRounded />}
					disabled={!shades || readOnly}
					onClick={() => {
						if (!shades) return
						keepShades(open, asked, shades.areas)
						colour.setState({ shades: null })
						refresh()
					}}
				>
					Keep as pieces
				</Button>
			</CardFoot>
		</Box>
	)
}
