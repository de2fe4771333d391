'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { changePiece, type FillRule, type Piece, reverseOutline } from '@/core'
import { findDifferences, findWindings } from '@/store/combining'
import { ShapePicture } from '../../ShapePicture'
import { SwitchRow } from '../../SwitchRow'
import { useDesk, useOpenSheet, useSheetAtRest, useWorkbench } from '../../workbench'
import { useChosenPieces } from './chosen'
import { makeAlike } from './makeAlike'

const RULES: readonly { rule: FillRule; name: string }[] = [
	{ rule: 'nonzero', name: 'nonzero' },
	{ rule: 'evenodd', name: 'even-odd' },
]

/** Which way outlines run, how often they wind round what, and what the two rules make of it. */
export function RulesSection() {
	const { open, desk, refresh } = useWorkbench()
	const { pieces } = useSheetAtRest()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const contourId = useOpenSheet((state) => state.selection.contour)
	const direction = useDesk((state) => state.direction)
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
					onChange={(on) => desk.setState({ direction: on })}
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
							onClick={() => makeAlike(open, piece).then(() => refresh())}
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
	const { desk } = useWorkbench()
	useEffect(() => {
		let gone = false
		if (piece)
			findWindings(piece.contours.filter((c) => c.closed)).then((windings) => {
				if (windings && !gone) desk.setState({ windings })
			})
		return () => {
			gone = true
			desk.setState({ windings: null })
		}
	}, [piece, desk])
}

/** In how many places the fill rules differ over a piece; `null` until it is known. */
function useDifferences(piece: Piece | undefined): number | null {
	const [known, setKnown] = useState<{ contours: unknown; count: number } | null>(null)
	const contours = piece?.contours
	useEffect(() => {
		let gone = false
		if (contours)
			findDifferences(contours.filter((c) => c.closed)).then((count) => {
				if (count !== null && !gone) setKnown({ contours, count })
			})
		return () => {
			gone = true
		}
	}, [contours])
	return known && known.contours === contours ? known.count : null
}
