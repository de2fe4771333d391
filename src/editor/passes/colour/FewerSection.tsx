'use client'

import ArrowRightAltRounded from '@mui/icons-material/ArrowRightAltRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { coloursUsed } from '@/core'
import { snapColours } from '@/core/colours'
import { isOpenToEdits } from '@/editor/session/hitTest'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { CardFoot } from '@/kit/CardFoot'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { piecesAtWork } from '@/store/selection'

/** Near-equal colours of the pieces chosen, or of all, brought together, with what moves shown. */
export function FewerSection() {
	const { open, refresh } = useWorkbench()
	const sheet = useSheetAtRest()
	const selection = useOpenSheet((state) => state.selection)
	const readOnly = useOpenSheet((state) => state.readOnly)
	const [wanted, setWanted] = useState<number | null>(null)
	const pieces = useMemo(() => {
		const ids = piecesAtWork(sheet, selection)
		return sheet.pieces.filter((piece) => ids.has(piece.id) && isOpenToEdits(piece))
	}, [sheet, selection])
	const used = useMemo(() => coloursUsed(pieces).length, [pieces])
	const count = Math.min(wanted ?? used, used)
	const { moves } = useMemo(() => snapColours(pieces, count), [pieces, count])
	if (used < 2)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				These pieces have one colour: there is nothing to bring together.
			</Typography>
		)
	return (
		<>
			<LabelledSlider
				label="Colours left"
				shown={`${count} of ${used}`}
				value={count}
				min={1}
				max={used}
				step={1}
				normal={used}
				onChange={setWanted}
			/>
			<Box role="list" aria-label="Colours that change" sx={{ display: 'grid', gap: 0.5 }}>
				{moves.map(({ from, to, uses }) => (
					<Box
						role="listitem"
						key={from}
						sx={{ display: 'flex', alignItems: 'center', gap: 0.75, typography: 'body2' }}
					>
						<Chip colour={from} />
						<ArrowRightAltRounded fontSize="small" aria-label="becomes" />
						<Chip colour={to} />
						<span className="number">{to}</span>
						<Box component="span" sx={{ ml: 'auto', color: 'text.secondary' }}>
							× {uses}
						</Box>
					</Box>
				))}
			</Box>
			<CardFoot>
				<Button
					variant="contained"
					disabled={moves.length === 0 || readOnly}
					onClick={() => {
						const ids = new Set(pieces.map(({ id }) => id))
						open.apply('Bring colours together', (s) => {
							const snapped = snapColours(
								s.pieces.filter(({ id }) => ids.has(id)),
								count,
							).pieces
							const byId = new Map(snapped.map((piece) => [piece.id, piece]))
							return { ...s, pieces: s.pieces.map((piece) => byId.get(piece.id) ?? piece) }
						})
						open.seal()
						setWanted(null)
						refresh()
					}}
				>
					Bring together
				</Button>
			</CardFoot>
		</>
	)
}

function Chip({ colour }: { readonly colour: string }) {
	return (
		<Box
			component="span"
			role="img"
			aria-label={colour}
			sx={{
				width: 20,
				height: 20,
				borderRadius: 0.75,
				border: 1,
				borderColor: 'divider',
				bgcolor: colour,
			}}
		/>
	)
}
