'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useCallback, useState } from 'react'
import { addBeneath, type Cap, type Join, type Piece, takeOutlines } from '@/core'
import { nextName } from '@/editor/session/nextName'
import { useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { previewStroke } from '@/jobs/combining'
import { CardFoot } from '@/kit/CardFoot'
import { LengthField } from '@/kit/LengthField'
import { CAPS, JOINS, PictureChoice } from '@/kit/PictureChoice'
import { SwitchRow } from '@/kit/SwitchRow'
import { useChosenPieces } from '../chosen'
import { useProposal } from './useProposal'

const FIRST_WIDTH_PX = 12

/** The line along a piece's outlines made a piece that can be filled, cut and refined. */
export function StrokeSection() {
	const chosen = useChosenPieces()
	const [piece] = chosen
	if (!piece || chosen.length > 1)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				Choose one piece; a line along its outlines becomes a piece.
			</Typography>
		)
	return <Stroked key={piece.id} piece={piece} />
}

function Stroked({ piece }: { piece: Piece }) {
	const { open, refresh } = useWorkbench()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const { stroke } = piece
	const [width, setWidth] = useState(stroke.paint.kind === 'none' ? FIRST_WIDTH_PX : stroke.width)
	const [join, setJoin] = useState<Join>('round')
	const [cap, setCap] = useState<Cap>('round')
	const [beneath, setBeneath] = useState(false)
	const ask = useCallback(
		() => previewStroke(piece.contours, width, join, cap),
		[piece, width, join, cap],
	)
	const result = useProposal(ask, beneath ? null : piece.id)
	const accept = () => {
		if (!result) return
		open.apply('Make a piece of a stroke', (s) =>
			beneath
				? addBeneath(s, piece.id, nextName(s), result)
				: takeOutlines(s, piece.id, result, { openToo: true }),
		)
		refresh()
	}
	const ends = piece.contours.some((c) => !c.closed)
	return (
		<>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25, pt: 0.75 }}>
				<LengthField
					label="Stroke width"
					px={width}
					onChange={(next) => setWidth((now) => Math.max(0.1, next(now)))}
				/>
				<PictureChoice label="Corners" value={join} pictures={JOINS} onChange={setJoin} />
				{ends && <PictureChoice label="Ends" value={cap} pictures={CAPS} onChange={setCap} />}
			</Box>
			<SwitchRow label="As a piece beneath" checked={beneath} onChange={setBeneath} />
			<CardFoot>
				<Button
					variant="contained"
					disabled={!result || result.length === 0 || readOnly}
					onClick={accept}
					sx={{ minHeight: 36 }}
				>
					Make a piece of it
				</Button>
			</CardFoot>
		</>
	)
}
