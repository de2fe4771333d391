'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useCallback, useState } from 'react'
import { addBeneath, formatLength, type Join, nodeCount, type Piece, takeOutlines } from '@/core'
import { nextName } from '@/editor/session/nextName'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { previewOffset } from '@/jobs/combining'
import { CardFoot } from '@/kit/CardFoot'
import { LengthField } from '@/kit/LengthField'
import { JOINS, PictureChoice } from '@/kit/PictureChoice'
import { SwitchRow } from '@/kit/SwitchRow'
import { areaOf, useChosenPieces } from '../chosen'
import { useProposal } from './useProposal'

const FIRST_MM = 2
const FIRST_PX = 6

/** A piece made larger or smaller all round, by a distance. */
export function GrowSection() {
	const chosen = useChosenPieces()
	const [piece] = chosen
	if (!piece || chosen.length > 1 || !piece.contours.some((c) => c.closed))
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				Choose one closed piece to grow or shrink.
			</Typography>
		)
	return <Grow piece={piece} />
}

function Grow({ piece }: { piece: Piece }) {
	const { open, refresh } = useWorkbench()
	const sheet = useSheetAtRest()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const [away, setAway] = useState(
		sheet.mmPerPx === undefined ? FIRST_PX : FIRST_MM / sheet.mmPerPx,
	)
	const [join, setJoin] = useState<Join>('round')
	const [beneath, setBeneath] = useState(false)
	const ask = useCallback(() => previewOffset(areaOf(piece), away, join), [piece, away, join])
	const result = useProposal(away === 0 ? null : ask, beneath ? null : piece.id)
	const by = formatLength(Math.abs(away), sheet)
	const label = away > 0 ? `Grow by ${by}` : `Shrink by ${by}`
	const accept = () => {
		if (!result) return
		open.apply(label, (s) =>
			beneath ? addBeneath(s, piece.id, nextName(s), result) : takeOutlines(s, piece.id, result),
		)
		refresh()
	}
	const nothing = result?.length === 0
	return (
		<>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25, pt: 0.75 }}>
				<LengthField label="Outward by" px={away} onChange={(next) => setAway(next)} />
				<PictureChoice label="Corners" value={join} pictures={JOINS} onChange={setJoin} />
			</Box>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				With a minus sign the outline moves inward.{' '}
				{result && !nothing && `${nodeCount(result)} nodes.`}
				{nothing && 'Nothing of the piece would be left.'}
			</Typography>
			<SwitchRow label="As a piece beneath" checked={beneath} onChange={setBeneath} />
			<CardFoot>
				<Button
					variant="contained"
					disabled={!result || nothing || readOnly}
					onClick={accept}
					sx={{ minHeight: 36 }}
				>
					{label}
				</Button>
			</CardFoot>
		</>
	)
}
