'use client'

import CheckRounded from '@mui/icons-material/CheckRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import Typography from '@mui/material/Typography'
import { FIRST_LIFT, type LiftWish, liftSlice } from '@/editor/tools/lift/liftSlice'
import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { SwitchRow } from '@/kit/SwitchRow'
import { counted } from '../counted'
import { ALLOWANCE, type WishSlider, WishSliders } from '../WishSliders'

type Slider = WishSlider<'deviation' | 'allowance' | 'smallest' | 'brush' | 'spread'>

const DEVIATION: Slider = {
	of: 'deviation',
	label: 'Allowed deviation',
	min: 0.25,
	max: 4,
	step: 0.05,
	shown: (v) => `${v} px`,
}

const SLIDERS: Readonly<Record<LiftWish['way'], readonly Slider[]>> = {
	object: [
		DEVIATION,
		ALLOWANCE,
		{
			of: 'smallest',
			label: 'Smallest speck',
			min: 0,
			max: 1000,
			step: 20,
			shown: (v) => `${v} px²`,
		},
		{ of: 'brush', label: 'Brush', min: 3, max: 40, step: 1, shown: (v) => `${v} px on screen` },
	],
	colour: [
		DEVIATION,
		{
			of: 'spread',
			label: 'Spread of the colour',
			min: 0.5,
			max: 20,
			step: 0.5,
			shown: (v) => `${v} × just seen`,
		},
	],
}

/** How one lifts, what would be lifted, and the way to keep it. */
export function LiftOptions() {
	const { slices, toolAtHand, refresh } = useWorkbench()
	const lift = slices.of(liftSlice)
	const { wish, asked, ghost, busy, keeping } = useSlice(liftSlice, (state) => state)
	const set = (change: Partial<LiftWish>) => {
		lift.setState((state) => ({ wish: { ...state.wish, ...change } }))
		refresh()
	}
	const press = (key: string) => () => {
		toolAtHand().key({ key, shift: false, mod: false, finely: false })
		refresh()
	}
	const nodes = ghost?.contours.reduce((sum, contour) => sum + contour.nodes.length, 0) ?? 0
	const unsure = ghost?.unsure.length ?? 0
	return (
		<Box sx={{ display: 'grid', gap: 0.5 }}>
			<SwitchRow
				label="By colour"
				disabled={keeping}
				checked={wish.way === 'colour'}
				onChange={(on) => {
					if (asked) press(ghost ? 'enter' : 'escape')()
					set({ way: on ? 'colour' : 'object' })
				}}
			/>
			<WishSliders sliders={SLIDERS[wish.way]} wish={wish} first={FIRST_LIFT} onChange={set} />
			{wish.way === 'object' && (
				<SwitchRow
					label="Openings"
					checked={wish.openings}
					onChange={(on) => set({ openings: on })}
				/>
			)}
			<Box sx={{ minHeight: 4 }}>{busy && <LinearProgress aria-label="Lifting" />}</Box>
			{ghost && (
				<Typography variant="body2" role="status">
					{counted(nodes, 'node', 'nodes')}
					{ghost.contours.length > 1 &&
						`, ${counted(ghost.contours.length, 'outline', 'outlines')}`}
					{unsure > 0 && `; unsure at ${counted(unsure, 'place', 'places')}, dashed`}
				</Typography>
			)}
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr auto', gap: 0.5 }}>
				<Button
					variant="contained"
					startIcon={<CheckRounded />}
					disabled={!ghost}
					onClick={press('enter')}
				>
					Keep as a piece
				</Button>
				<Button color="inherit" disabled={!asked} onClick={press('escape')}>
					Drop
				</Button>
			</Box>
		</Box>
	)
}
