'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { findPiece } from '@/core'
import { useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { CardFoot } from '@/kit/CardFoot'
import { counted } from '@/kit/counted'
import { ProgressBar } from '@/kit/ProgressBar'
import { SwitchRow } from '@/kit/SwitchRow'
import { type WishSlider, WishSliders } from '../WishSliders'
import { type AgainState, againSlice, taken } from './againSlice'
import { seekInPhoto } from './seekAgain'

const WITHIN: readonly WishSlider<'within'>[] = [
	{
		of: 'within',
		label: 'Allowed deviation',
		min: 0.3,
		max: 4,
		step: 0.1,
		shown: (v) => `${v} px`,
	},
]

/** What was found once more, how it is looked for, and what is done with it. */
export function AgainOptions() {
	const workbench = useWorkbench()
	const { slices, toolAtHand, refresh } = workbench
	const state = useSlice(againSlice, (all) => all)
	const sheet = useSheetAtRest()
	const { of, within, mirrored, sizes, busy, problem, found } = state
	const piece = of && findPiece(sheet, of.piece)
	if (!piece) return null
	const press = (key: string) => () => {
		toolAtHand().key({ key, shift: false, mod: false, finely: false })
		refresh()
	}
	const seek = (wish: Partial<AgainState>) => {
		slices.of(againSlice).setState(wish)
		void seekInPhoto(workbench, piece)
	}
	const all = taken(state)
	const added = all.reduce((sum, one) => sum + one.added, 0)
	const worst = Math.max(0, ...all.map(({ p95 }) => p95))
	return (
		<Box sx={{ display: 'grid', gap: 0.5 }}>
			<Typography variant="body2" role="status">
				{busy === 'photo' && `“${piece.name}” is looked for in the whole photo.`}
				{busy === 'place' && `“${piece.name}” is looked for there.`}
				{!busy && (problem ?? `${counted(found.length, 'place', 'places')} where it is once more.`)}
			</Typography>
			<Box sx={{ minHeight: 4 }}>{busy && <ProgressBar label="Looking" share={null} />}</Box>
			{all.length > 0 && (
				<Typography variant="body2" className="number">
					95 % of each within {worst.toFixed(2)} px of its own edge
					{added > 0 && `, with ${counted(added, 'node', 'nodes')} more`}.
				</Typography>
			)}
			<WishSliders
				sliders={WITHIN}
				wish={{ within }}
				first={{ within: 1 }}
				onChange={(change) => seek(change)}
			/>
			<SwitchRow
				label="Mirrored too"
				checked={mirrored}
				onChange={(on) => seek({ mirrored: on })}
			/>
			<SwitchRow
				label="Larger and smaller too"
				checked={sizes}
				onChange={(on) => seek({ sizes: on })}
			/>
			<CardFoot>
				<Button
					fullWidth
					variant="contained"
					disabled={all.length === 0 || busy !== null}
					onClick={press('enter')}
				>
					{all.length === 0 ? 'Nothing to lay' : `Lay ${counted(all.length, 'piece', 'pieces')}`}
				</Button>
			</CardFoot>
			<Button color="inherit" onClick={press('escape')}>
				Lay nothing
			</Button>
		</Box>
	)
}
