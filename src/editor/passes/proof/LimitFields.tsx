'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { limitsFor } from '@/core/proofs'
import { useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { LengthField } from '@/kit/LengthField'
import { proofSlice } from './proofSlice'

const LIMITS = [
	['neck', 'Necks'],
	['small', 'Details'],
	['sliver', 'Gaps'],
	['hair', 'Nodes'],
	['ends', 'Ends'],
] as const
type LimitKind = (typeof LIMITS)[number][0] | 'strays'

/** From how thin or small on things are noticed. */
export function LimitFields() {
	const { slices } = useWorkbench()
	const sheet = useSheetAtRest()
	const purpose = useSlice(proofSlice, (state) => state.purpose)
	const own = useSlice(proofSlice, (state) => state.own)
	const limits = { ...limitsFor(purpose, sheet), ...own }
	const field = (of: LimitKind, label: string) => (
		<LengthField
			key={of}
			label={label}
			px={limits[of]}
			onChange={(next) =>
				slices.of(proofSlice).setState({ own: { ...own, [of]: Math.max(0, next(limits[of])) } })
			}
		/>
	)
	return (
		<Box>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				Noticed when smaller, or nearer, than
			</Typography>
			<Box
				sx={{
					display: 'grid',
					// Three in a row, then two that need more digits.
					gridTemplateColumns: 'repeat(6, minmax(0, 1fr))',
					'& > *': { gridColumn: 'span 2' },
					'& > :nth-of-type(n + 4)': { gridColumn: 'span 3' },
					columnGap: 0.75,
					rowGap: 1,
					mt: 0.5,
				}}
			>
				{LIMITS.map(([of, label]) => field(of, label))}
			</Box>
			{sheet.photos.length > 0 && (
				<Box sx={{ display: 'grid', gridTemplateColumns: '2fr 1fr', alignItems: 'center', mt: 1 }}>
					<Typography variant="caption" sx={{ color: 'text.secondary' }}>
						or off the photo’s edge by
					</Typography>
					{field('strays', 'Off by')}
				</Box>
			)}
		</Box>
	)
}
