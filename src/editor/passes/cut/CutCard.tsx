'use client'

import ContentCutRounded from '@mui/icons-material/ContentCutRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useSnackbar } from 'notistack'
import { useMemo } from 'react'
import {
	CannotCut,
	closeOutline,
	cutOpening,
	cuttable,
	findContour,
	hostOf,
	openingsOf,
	releaseOpening,
	type Sheet,
} from '@/core'
import { selectContour } from '@/store/selection'
import { messageFor } from '../../messages'
import { nextName, useOpenSheet, useSheetAtRest, useWorkbench } from '../../workbench'
import { Notice } from '../Notice'
import { ToolRows } from '../ToolRows'

export function CutCard() {
	return (
		<>
			<ToolRows />
			<SelectedOutline />
			<InnerOutlines />
		</>
	)
}

/** What can be done with the selected outline: cut it, or release it; else why not. */
function SelectedOutline() {
	const { open } = useWorkbench()
	const sheet = useSheetAtRest()
	const selection = useOpenSheet((state) => state.selection)
	const cut = useCut()
	const piece = sheet.pieces.find((p) => p.id === selection.piece)
	const contour =
		piece?.contours.find((c) => c.id === selection.contour) ??
		(piece?.contours.length === 1 ? piece.contours[0] : undefined)
	if (!piece || !contour) {
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				Draw round what one sees through, inside a piece; or select an outline that lies inside one.
			</Typography>
		)
	}
	if (openingsOf(piece).includes(contour)) {
		return (
			<Button
				variant="outlined"
				onClick={() => {
					open.apply('Release an opening', (s) => releaseOpening(s, contour.id, nextName(s)))
					open.select(selectContour(open.sheet(), contour.id))
				}}
			>
				Release the opening from “{piece.name}”
			</Button>
		)
	}
	if (piece.contours.length > 1) {
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				This is the outer outline of “{piece.name}”.
			</Typography>
		)
	}
	const host = hostOf(sheet, piece, contour)
	if (typeof host === 'string') {
		const close = () => open.apply('Close the outline', (s) => closeOutline(s, contour.id))
		return (
			<Notice
				severity="info"
				action={
					host === 'open' && (
						<Button color="inherit" onClick={close}>
							Close it
						</Button>
					)
				}
			>
				{messageFor(new CannotCut(host))}
			</Notice>
		)
	}
	return (
		<Button variant="contained" startIcon={<ContentCutRounded />} onClick={() => cut([contour.id])}>
			Cut “{piece.name}” out of “{host.name}”
		</Button>
	)
}

/** All outlines that lie wholly inside another piece, with one button for all of them. */
function InnerOutlines() {
	const { open } = useWorkbench()
	const sheet = useSheetAtRest()
	const cut = useCut()
	const inner = useMemo(() => cuttable(sheet), [sheet])
	if (inner.length === 0) return null
	return (
		<Box sx={{ display: 'grid', gap: 0.75 }}>
			<Typography variant="h3" component="h2">
				{inner.length === 1
					? 'One outline lies inside a piece'
					: `${inner.length} outlines lie inside a piece`}
			</Typography>
			{inner.map(({ contour, piece, host }) => (
				<Button
					key={contour.id}
					size="small"
					sx={{ justifyContent: 'flex-start' }}
					onClick={() => open.select(selectContour(open.sheet(), contour.id))}
				>
					{piece.name} in {host.name}
				</Button>
			))}
			{inner.length > 1 && (
				<Button variant="outlined" onClick={() => cut(inner.map(({ contour }) => contour.id))}>
					Cut all {inner.length} out
				</Button>
			)}
		</Box>
	)
}

/** Cuts outlines out as one step of undo; what cannot be cut is said and stays. */
function useCut(): (ids: readonly string[]) => void {
	const { open, refresh } = useWorkbench()
	const { enqueueSnackbar } = useSnackbar()
	return (ids) => {
		const label = ids.length > 1 ? `Cut ${ids.length} openings` : 'Cut an opening'
		try {
			open.apply(label, (sheet) => ids.reduce((s: Sheet, id) => cutOpening(s, id), sheet))
		} catch (error) {
			if (!(error instanceof CannotCut)) throw error
			enqueueSnackbar(messageFor(error), { variant: 'warning' })
			return
		}
		const [first] = ids
		if (first && findContour(open.sheet(), first)) open.select(selectContour(open.sheet(), first))
		refresh()
	}
}
