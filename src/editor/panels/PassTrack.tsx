'use client'

import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import { exportSummary, type Piece } from '@/core'
import { type AgainstState, againstSlice } from '@/editor/passes/against/againstSlice'
import { PASSES } from '@/editor/passes/passes'
import { proofSlice } from '@/editor/passes/proof/proofSlice'
import { hasPass } from '@/editor/session/desk'
import { innerOutlinesNow } from '@/editor/session/innerOutlines'
import { useDesk, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { CLOSE, NARROW } from '@/theme/widths'
import { useInnerOutlines } from './tree/treeRows'

const strayIn = ({ profile }: AgainstState) => profile?.worst

/** The stages of the work as one connected track; each shows its live figure. */
export function PassTrack() {
	const { goTo, slices } = useWorkbench()
	// Figures that passes keep by themselves are followed too.
	useSlice(againstSlice, strayIn)
	useSlice(proofSlice, ({ count }) => count)
	const sheet = useSheetAtRest()
	const { pieces } = sheet
	useInnerOutlines(pieces)
	const summary = exportSummary(sheet, openingCount)
	const current = useDesk((state) => state.pass)
	const only = useDesk((state) => state.only)
	return (
		<Box
			component="nav"
			aria-label="Passes"
			sx={{
				display: 'flex',
				border: 1,
				borderColor: 'divider',
				borderRadius: 1,
				overflow: 'hidden',
				[NARROW]: { flexGrow: 1 },
			}}
		>
			{PASSES.filter((pass) => hasPass({ only }, pass)).map((pass) => {
				const here = pass === current
				const figure = pass.figure(summary, slices)
				return (
					<ButtonBase
						key={pass.id}
						aria-current={here ? 'step' : undefined}
						title={`${pass.purpose} (${pass.number})`}
						onClick={() => goTo(pass)}
						sx={{
							px: 1.25,
							height: 40,
							minWidth: 78,
							[CLOSE]: { px: 0.75, minWidth: 68 },
							[NARROW]: { flexGrow: 1, px: 0.25, minWidth: 0 },
							gap: 0.75,
							borderRight: 1,
							borderColor: 'divider',
							'&:last-of-type': { borderRight: 0 },
							bgcolor: here ? 'primary.main' : 'transparent',
							color: here ? 'primary.contrastText' : 'text.primary',
							'&:hover': { bgcolor: here ? 'primary.main' : 'action.hover' },
							'&.Mui-focusVisible': { outline: '2px solid', outlineOffset: '-3px' },
						}}
					>
						<Typography component="span" className="number" sx={{ color: 'inherit' }}>
							{pass.number}
						</Typography>
						<Box component="span" sx={{ textAlign: 'left', lineHeight: 1.15 }}>
							<Typography
								component="span"
								variant="body2"
								sx={{ display: 'block', fontWeight: 600, lineHeight: 1.2 }}
							>
								{pass.name}
							</Typography>
							{figure && (
								<Typography
									component="span"
									variant="caption"
									sx={{
										display: 'block',
										lineHeight: 1.1,
										fontSize: '0.6875rem',
										whiteSpace: 'nowrap',
									}}
								>
									{figure}
								</Typography>
							)}
						</Box>
					</ButtonBase>
				)
			})}
		</Box>
	)
}

function openingCount(piece: Piece): number {
	return (innerOutlinesNow(piece) ?? []).filter(({ role }) => role === 'opening').length
}
