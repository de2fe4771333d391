'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import {
	type Contour,
	closeOutline,
	closeSmoothly,
	compoundPieces,
	type Edit,
	fillAcross,
	joinByNearness,
	partsOf,
	separatePiece,
} from '@/core'
import { nextName } from '@/editor/session/nextName'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { LengthField } from '@/kit/LengthField'
import { showSnack } from '@/kit/snackbar'
import { NOTHING } from '@/store/selection'
import { useChosenPieces } from '../chosen'

/** Ends this near to each other are meant to meet, as a share of the sheet's width. */
const REACH_SHARE = 0.02

/** Closing what is open, and which outlines make a piece. */
export function OutlinesSection() {
	const { open, refresh } = useWorkbench()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const { width, pieces } = useSheetAtRest()
	const chosen = useChosenPieces()
	const all = pieces.filter((p) => !p.hidden && !p.locked)
	const about = chosen.length > 0 ? chosen : all
	const opens = about.flatMap((p) => p.contours).filter((c) => !c.closed && c.nodes.length > 1)
	const [reach, setReach] = useState(width * REACH_SHARE)
	const apply = (label: string, edit: Edit) => {
		open.apply(label, edit)
		refresh()
	}
	const each =
		(edit: (id: string) => Edit): Edit =>
		(sheet) =>
			opens.reduce((s, { id }) => edit(id)(s), sheet)
	const join = () => {
		const before = open.sheet()
		apply('Join ends', (s) => joinByNearness(s, new Set(opens.map(({ id }) => id)), reach))
		if (open.sheet() === before)
			showSnack('No two ends lie that near to each other: nothing was joined.', {
				variant: 'info',
			})
	}
	const [piece] = chosen
	const separable = piece && chosen.length === 1 && partsOf(piece).length > 1
	return (
		<>
			<Typography variant="body2" sx={{ color: opens.length ? 'text.primary' : 'text.secondary' }}>
				{counted(opens, chosen.length > 0)}
			</Typography>
			{opens.length > 0 && !readOnly && (
				<>
					<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75 }}>
						<Button
							variant="outlined"
							onClick={() =>
								apply(
									'Close straight',
									each((id) => (s) => closeOutline(s, id)),
								)
							}
						>
							Close straight
						</Button>
						<Button
							variant="outlined"
							onClick={() =>
								apply(
									'Close smoothly',
									each((id) => (s) => closeSmoothly(s, id)),
								)
							}
						>
							Close smoothly
						</Button>
					</Box>
					<Button
						variant="outlined"
						title="The line stays open; a piece under it fills what it spans"
						onClick={() =>
							apply(
								'Fill across',
								each((id) => (s) => fillAcross(s, id, nextName(s))),
							)
						}
					>
						Fill across, leave open
					</Button>
					<Box
						sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75, alignItems: 'end' }}
					>
						<LengthField
							label="Ends nearer than"
							px={reach}
							onChange={(next) => setReach((now) => Math.max(0, next(now)))}
						/>
						<Button variant="outlined" onClick={join}>
							Join ends
						</Button>
					</Box>
				</>
			)}
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75 }}>
				<Button
					variant="outlined"
					disabled={!separable || readOnly}
					title="Each outer edge with its openings becomes a piece"
					onClick={() => {
						if (!piece) return
						apply('Separate a piece', (s) => separatePiece(s, piece.id, (t) => nextName(s, t)))
					}}
				>
					Separate
				</Button>
				<Button
					variant="outlined"
					disabled={chosen.length < 2 || readOnly}
					title="All outlines of the chosen pieces become one piece"
					onClick={() => {
						apply('Make one piece', (s) => compoundPieces(s, new Set(chosen.map((p) => p.id))))
						open.select({ ...NOTHING, piece: piece?.id ?? null })
					}}
				>
					Make one
				</Button>
			</Box>
		</>
	)
}

function counted(opens: readonly Contour[], chosen: boolean): string {
	const where = chosen ? 'of what is chosen' : 'on the sheet'
	if (opens.length === 0) return `Every outline ${where} is closed.`
	return opens.length === 1
		? `One outline ${where} is open.`
		: `${opens.length} outlines ${where} are open.`
}
