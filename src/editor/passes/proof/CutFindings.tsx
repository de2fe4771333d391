'use client'

import Button from '@mui/material/Button'
import { useEffect, useMemo, useState } from 'react'
import { type Contour, nestingOf, type Piece } from '@/core'
import { differingPieces } from '@/store/combining'
import { selectContour } from '@/store/selection'
import { boundsOf } from '../../canvas/hitTest'
import { fitBox } from '../../canvas/view'
import { goToPass } from '../../desk'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '../../workbench'
import { makeAlike } from '../cut/makeAlike'
import { Notice } from '../Notice'

/** What would fall out of card, and what another program may fill otherwise: each with its remedy. */
export function CutFindings() {
	const { open, desk, refresh } = useWorkbench()
	const { pieces } = useSheetAtRest()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const shown = useMemo(() => pieces.filter((piece) => !piece.hidden), [pieces])
	const islands = useMemo(
		() =>
			shown.flatMap((piece) =>
				nestingOf(piece)
					.filter(({ role }) => role === 'island')
					.map(({ contour }) => ({ piece, contour })),
			),
		[shown],
	)
	const differing = useDiffering(shown)
	const show = (contour: Contour) => {
		goToPass(desk, 'cut')
		open.select(selectContour(open.sheet(), contour.id))
		desk.setState(({ size }) => ({ view: fitBox(boundsOf(contour), size) }))
		refresh()
	}
	return (
		<>
			{islands.map(({ piece, contour }) => (
				<Notice
					key={contour.id}
					severity="warning"
					action={
						<Button color="inherit" onClick={() => show(contour)}>
							Show it in Cut
						</Button>
					}
				>
					An island in “{piece.name}” is tied to nothing: cut from card, it will fall out.
				</Notice>
			))}
			{differing.map((piece) => (
				<Notice
					key={piece.id}
					severity="warning"
					action={
						<Button color="inherit" disabled={readOnly} onClick={() => makeAlike(open, piece)}>
							Make it the same under both
						</Button>
					}
				>
					“{piece.name}” crosses or overlaps itself: the two fill rules fill it differently.
				</Notice>
			))}
		</>
	)
}

const NONE: readonly Piece[] = []

/** The pieces that the fill rules fill differently, once that is known. */
function useDiffering(pieces: readonly Piece[]): readonly Piece[] {
	const [known, setKnown] = useState<{ of: unknown; found: Piece[] } | null>(null)
	useEffect(() => {
		let gone = false
		differingPieces(pieces).then((found) => {
			if (found && !gone) setKnown({ of: pieces, found })
		})
		return () => {
			gone = true
		}
	}, [pieces])
	return known?.of === pieces ? known.found : NONE
}
