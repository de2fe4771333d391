'use client'

import Typography from '@mui/material/Typography'
import { useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { SwitchRow } from '@/kit/SwitchRow'
import { WordChoice } from '@/kit/WordChoice'
import { HexField } from '../colour/HexField'
import { CutOutSettings } from '../cutOut/CutOutSettings'
import { NOTHING_TO_CUT_OUT } from '../cutOut/cutOutWish'
import { type Look, proofSlice } from './proofSlice'

const GROUNDS = [
	['black on white', 'Black on white'],
	['white on black', 'White on black'],
	['on a colour', 'On a colour'],
	['stencil', 'A stencil, and what falls'],
	['cut out', 'The photo, cut out'],
] as const

/** The shape with a fresh eye. */
export function LooksSection() {
	const { slices } = useWorkbench()
	const look = useSlice(proofSlice, (state) => state.look)
	const { photos } = useSheetAtRest()
	const set = (change: Partial<Look>) =>
		slices.of(proofSlice).setState((state) => ({ look: { ...state.look, ...change } }))
	return (
		<>
			<WordChoice
				label="Shape"
				value={look.ground}
				words={GROUNDS}
				onChange={(ground) => set({ ground })}
			/>
			{look.ground === 'on a colour' && (
				<HexField
					key={look.colour}
					label="Ground"
					colour={look.colour}
					disabled={false}
					onChange={(colour) => set({ colour })}
				/>
			)}
			{look.ground === 'cut out' &&
				(photos.some(({ hidden }) => !hidden) ? (
					<CutOutSettings />
				) : (
					<Typography variant="body2" sx={{ color: 'text.secondary' }}>
						{NOTHING_TO_CUT_OUT}
					</Typography>
				))}
			<SwitchRow
				label="Mirrored"
				checked={look.mirrored}
				onChange={(mirrored) => set({ mirrored })}
			/>
			<SwitchRow
				label="Upside down"
				checked={look.upsideDown}
				onChange={(upsideDown) => set({ upsideDown })}
			/>
			<SwitchRow
				label="Photo beside it"
				checked={look.divider !== null}
				onChange={(on) => set({ divider: on ? 0.5 : null })}
			/>
			<SwitchRow
				label="Without marks ( . )"
				checked={look.bare}
				onChange={(bare) => set({ bare })}
			/>
		</>
	)
}
