'use client'

import FormatColorFillRounded from '@mui/icons-material/FormatColorFillRounded'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { fillEach } from '@/core'
import { isOpenToEdits } from '@/editor/bench/hitTest'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { showSnack } from '@/kit/snackbar'
import { piecesAtWork } from '@/store/selection'
import { counted } from '../counted'
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
	const take = async () => {
		setBusy(true)
		try {
			const colours = await takeUnder(open.sheet(), pieces, slices)
			if (colours.size === 0) {
				showSnack('No photo shows under these pieces: there is no colour to take.')
				return
			}
			open.apply('Colour under it', (s) => fillEach(s, colours))
			open.seal()
			refresh()
			const without = pieces.length - colours.size
			if (without > 0)
				showSnack(`No photo shows under ${counted(without, 'piece', 'pieces')}: as before.`)
		} catch {
			showSnack('The colours could not be taken; nothing was changed. Try again.')
		} finally {
			setBusy(false)
		}
	}
	return (
		<Button
			variant="contained"
			startIcon={<FormatColorFillRounded />}
			disabled={pieces.length === 0 || readOnly || busy}
			onClick={() => void take()}
		>
			{pieces.length > 1 ? `Colour under ${pieces.length} pieces` : 'Colour under it'}
		</Button>
	)
}
