'use client'

import AddRounded from '@mui/icons-material/AddRounded'
import CheckRounded from '@mui/icons-material/CheckRounded'
import CloseRounded from '@mui/icons-material/CloseRounded'
import RemoveRounded from '@mui/icons-material/RemoveRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Chip from '@mui/material/Chip'
import Typography from '@mui/material/Typography'
import { useOpenSheet, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { CardFoot } from '@/kit/CardFoot'
import { counted } from '@/kit/counted'
import { ProgressBar } from '@/kit/ProgressBar'
import { SwitchRow } from '@/kit/SwitchRow'
import { ALLOWANCE, type WishSlider, WishSliders } from '../WishSliders'
import { type Asked, asking, FIRST_LIFT, type LiftWish, liftSlice, partCount } from './liftSlice'

type Slider = WishSlider<'deviation' | 'allowance' | 'smallest' | 'finest' | 'brush' | 'spread'>

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
		{
			of: 'finest',
			label: 'Finest detail',
			min: 0,
			max: 30,
			step: 1,
			shown: (v) => (v < 2 ? 'all of it' : `${v} px wide`),
		},
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
			shown: (v) => `${v} × the least one sees`,
		},
	],
}

/** How one lifts, what would be lifted, and the way to keep it. */
export function LiftOptions() {
	const { slices, toolAtHand, refresh } = useWorkbench()
	const lift = slices.of(liftSlice)
	const { wish, asked, ghost, busy, share, keeping } = useSlice(liftSlice, (state) => state)
	const set = (change: Partial<LiftWish>) => {
		lift.setState((state) => ({ wish: { ...state.wish, ...change } }))
		refresh()
	}
	const press =
		(key: string, shift = false) =>
		() => {
			toolAtHand().key({ key, shift, mod: false, finely: false })
			refresh()
		}
	const parts = ghost ? partCount(ghost.contours) : 0
	const chosen = useOpenSheet(({ selection }) => selection.piece)
	const again = !asked && wish.way === 'object' && chosen !== null
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
			<Box sx={{ minHeight: 4 }}>{busy && <ProgressBar label="Lifting" share={share} />}</Box>
			{ghost && (
				<Typography variant="body2" role="status">
					{counted(nodes, 'node', 'nodes')}
					{ghost.contours.length > 1 &&
						`, ${counted(ghost.contours.length, 'outline', 'outlines')}`}
					{unsure > 0 && `; unsure at ${counted(unsure, 'place', 'places')}, dashed`}
				</Typography>
			)}
			{asked?.way === 'object' && asked.dabs.length > 0 && <Dabs asked={asked} />}
			{again && (
				<Button color="inherit" onClick={press('o')}>
					Open the piece’s lift again
				</Button>
			)}
			{parts > 1 && !(asked?.way === 'object' && asked.again) && (
				<Button variant="outlined" disabled={busy} onClick={press('enter', true)}>
					Keep {parts} pieces
				</Button>
			)}
			<CardFoot>
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
			</CardFoot>
		</Box>
	)
}

/** What was dabbed, in order; any of it can be taken back. */
function Dabs({ asked }: { asked: Asked & { way: 'object' } }) {
	const { slices, refresh } = useWorkbench()
	const lift = slices.of(liftSlice)
	const without = (index: number) => () => {
		const dabs = asked.dabs.filter((_, n) => n !== index)
		lift.setState((state) => asking(state, { ...asked, dabs }))
		refresh()
	}
	return (
		<Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }} role="list" aria-label="Dabs">
			{asked.dabs.map(({ side, points }, n) => (
				<Chip
					// biome-ignore lint/suspicious/noArrayIndexKey: dabs have nothing else to be told by
					key={n}
					size="small"
					variant="outlined"
					role="listitem"
					icon={side === 'inside' ? <AddRounded /> : <RemoveRounded />}
					label={`${n + 1}: ${points.length > 1 ? 'stroke' : 'dab'}`}
					onDelete={without(n)}
					deleteIcon={<CloseRounded aria-label={`Take ${n + 1} back`} />}
				/>
			))}
		</Box>
	)
}
