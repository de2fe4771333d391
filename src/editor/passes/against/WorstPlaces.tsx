'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { formatLength } from '@/core'
import { lookAt } from '@/editor/session/lookAt'
import { useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { SwitchRow } from '@/kit/SwitchRow'
import { againstSlice } from './againstSlice'
import { useProfile } from './useProfile'

/** How the outlines lie against the photo, in figures; the worst places, each a click away. */
export function WorstPlaces() {
	useProfile()
	const { desk, slices } = useWorkbench()
	const sheet = useSheetAtRest()
	const profile = useSlice(againstSlice, (state) => state.profile)
	const silent = useSlice(againstSlice, (state) => state.silent)
	const coloured = useSlice(againstSlice, (state) => state.coloured)
	if (!profile) return null
	const length = (px: number) => formatLength(px, sheet)
	const { covered, p95, places } = profile
	return (
		<Box>
			<Typography variant="body2" aria-live="polite">
				{covered === 0
					? (silent ?? 'The photo shows no plain edge along the outline.')
					: `95 % of the outline lies within ${length(p95)} of the photo’s edge; along ${Math.round(100 * covered)} % of it that edge is plain.`}
			</Typography>
			{places.length > 0 && (
				<Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mt: 0.5 }}>
					{places.map(({ at, off }, k) => (
						<Button
							key={`${at[0]},${at[1]}`}
							size="small"
							variant="outlined"
							color="inherit"
							aria-label={`Place ${k + 1}: ${length(Math.abs(off))} ${off > 0 ? 'outside' : 'inside'}`}
							onClick={() => lookAt(at, desk)}
							sx={{ minWidth: 0, px: 0.75, py: 0, borderColor: 'divider' }}
						>
							<span className="number">
								{off > 0 ? '+' : '−'}
								{length(Math.abs(off))}
							</span>
						</Button>
					))}
				</Box>
			)}
			<SwitchRow
				label="Colour the outline by it"
				checked={coloured}
				onChange={(on) => slices.of(againstSlice).setState({ coloured: on })}
			/>
			{coloured && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					Red: outside. Blue: inside. Dashes: the photo shows no edge.
				</Typography>
			)}
		</Box>
	)
}
