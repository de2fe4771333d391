'use client'

import FormatColorFillRounded from '@mui/icons-material/FormatColorFillRounded'
import GradientRounded from '@mui/icons-material/GradientRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { fillEach, isGradient } from '@/core'
import { isOpenToEdits } from '@/editor/session/hitTest'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { CardFoot } from '@/kit/CardFoot'
import { counted } from '@/kit/counted'
import { showSnack } from '@/kit/snackbar'
import { piecesAtWork } from '@/store/selection'
import { takeUnder } from './takeUnder'

/** Fills each piece that is chosen, or all of them, with the photo's colour under it. */
export function ColourUnder() {
	const { open, slices, refresh } = useWorkbench()
	const sheet = useSheetAtRest()
	const selection = useOpenSheet((state) => state.selection)
	const readOnly = useOpenSheet((state) => state.readOnly)
	const [busy, setBusy] = useState(false)
	const ids = piecesAtWork(sheet, selection)
	const pieces = sheet.pieces.filter((piece) => ids.has(piece.id) && isOpenToEdits(piece))
	const take = async (gradients: boolean) => {
		setBusy(true)
		try {
			const fills = await takeUnder(open.sheet(), pieces, slices, gradients)
			if (fills.size === 0) {
				showSnack('No photo shows under these pieces: there is no colour to take.')
				return
			}
			open.apply(gradients ? 'Gradient under it' : 'Colour under it', (s) => fillEach(s, fills))
			open.seal()
			refresh()
			const without = pieces.length - fills.size
			const flat = [...fills.values()].filter((fill) => !isGradient(fill)).length
			if (without > 0)
				showSnack(`No photo shows under ${counted(without, 'piece', 'pieces')}: as before.`)
			else if (gradients && flat > 0)
				showSnack(
					`No gradient is nearer to the photo under ${counted(flat, 'piece', 'pieces')}: filled flat.`,
				)
		} catch {
			showSnack('The colours could not be taken; nothing was changed. Try again.')
		} finally {
			setBusy(false)
		}
	}
	const off = pieces.length === 0 || readOnly || busy
	const which = pieces.length > 1 ? `under ${pieces.length} pieces` : 'under it'
	return (
		<CardFoot>
			<Box sx={{ display: 'grid', gap: 0.5 }}>
				<Button
					variant="contained"
					startIcon={<FormatColorFillRounded />}
					disabled={off}
					onClick={() => void take(false)}
				>
					Colour {which}
				</Button>
				<Button
					variant="outlined"
					startIcon={<GradientRounded />}
					disabled={off}
					onClick={() => void take(true)}
				>
					Gradient {which}
				</Button>
			</Box>
		</CardFoot>
	)
}
