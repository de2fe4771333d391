'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo, useState } from 'react'
import { changePiece, type FillRule, isFilled, type Piece, reverseOutline } from '@/core'
import { told, useAnswer } from '@/editor/workbench/useAnswer'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { findDifferences, findWindings } from '@/jobs/combining'
import { ShapePicture } from '@/kit/ShapePicture'
import { SwitchRow } from '@/kit/SwitchRow'
import { useChosenPieces } from '../chosen'
import { cutSlice } from './cutSlice'
import { makeAlike } from './makeAlike'

const RULES: readonly { rule: FillRule; name: string }[] = [
	{ rule: 'nonzero', name: 'nonzero' },
	{ rule: 'evenodd', name: 'even-odd' },
]

/** Which way outlines run, how often they wind round what, and what the two rules make of it. */
export function RulesSection() {
	const { open, slices, refresh } = useWorkbench()
	const { pieces } = useSheetAtRest()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const contourId = useOpenSheet((state) => state.selection.contour)
	const direction = useSlice(cutSlice, (state) => state.direction)
	const [numbers, setNumbers] = useState(false)
	const chosen = useChosenPieces()
	const piece = chosen[0] ?? (pieces.length === 1 ? pieces[0] : undefined)
	useWindings(numbers ? piece : undefined)
	const differ = useDifferences(piece)
	const own = piece?.contours.find((c) => c.id === contourId) ?? piece?.contours[0]
	return (
		<>
			<Box>
				<SwitchRow
					label="Show direction"
					checked={direction}
					onChange={(on) => slices.of(cutSlice).setState({ direction: on })}
				/>
				<SwitchRow label="Show winding numbers" checked={numbers} onChange={setNumbers} />
			</Box>
			{!piece ? (
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					Choose a piece to see what the fill rules make of it.
				</Typography>
			) : (
				<>
					<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75 }}>
						{RULES.map(({ rule, name }) => {
							const here = piece.fillRule === rule
							return (
								<ButtonBase
									key={rule}
									aria-pressed={here}
									disabled={readOnly}
									onClick={() =>
										open.apply('Choose a fill rule', (s) =>
											changePiece(s, piece.id, { fillRule: rule }),
										)
									}
									sx={{
										display: 'grid',
										justifyItems: 'center',
										p: 0.75,
										border: 1,
										borderRadius: 1,
										borderColor: here ? 'primary.main' : 'divider',
										color: here ? 'primary.main' : 'text.primary',
										'&.Mui-focusVisible': { outline: '2px solid' },
									}}
								>
									<ShapePicture contours={piece.contours} rule={rule} size={76} />
									<Typography component="span" variant="body2">
										{name}
									</Typography>
								</ButtonBase>
							)
						})}
					</Box>
					<Typography variant="body2" aria-live="polite">
						{differ === null
							? 'Comparing both rules…'
							: differ === 0
								? 'Both rules fill it alike.'
								: differ === 1
									? 'The rules differ in one place: other programs may fill it otherwise.'
									: `The rules differ in ${differ} places: other programs may fill it otherwise.`}
					</Typography>
					{differ !== null && differ > 0 && (
						<Button
							variant="contained"
							disabled={readOnly}
							onClick={() => told(makeAlike(open, piece)).then(() => refresh())}
						>
							Make it the same under both
						</Button>
					)}
					{own && (
						<Button
							variant="outlined"
							disabled={readOnly}
							onClick={() => {
								open.apply('Turn an outline round', (s) => reverseOutline(s, own.id))
								refresh()
							}}
						>
							Turn the outline round
						</Button>
					)}
				</>
			)}
		</>
	)
}

/** Keeps the winding numbers of a piece on the canvas; takes them away with the section. */
function useWindings(piece: Piece | undefined): void {
	const cut = useWorkbench().slices.of(cutSlice)
	const ask = useMemo(
		() => (piece ? () => findWindings(piece.contours.filter(isFilled)) : null),
		[piece],
	)
	const windings = useAnswer(ask)
	useEffect(() => {
		cut.setState({ windings })
		return () => cut.setState({ windings: null })
	}, [windings, cut])
}

/** In how many places the fill rules differ over a piece; `null` until it is known. */
function useDifferences(piece: Piece | undefined): number | null {
	const contours = piece?.contours
	const ask = useMemo(
		() => (contours ? () => findDifferences(contours.filter(isFilled)) : null),
		[contours],
	)
	return useAnswer(ask)
}
