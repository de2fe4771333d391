'use client'

import Button from '@mui/material/Button'
import { useCallback, useMemo } from 'react'
import { boundsOf, type Contour, nestingOf, type Piece } from '@/core'
import { lookAtBox } from '@/editor/bench/lookAt'
import { told, useAnswer } from '@/editor/workbench/useAnswer'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { differingPieces } from '@/jobs/combining'
import { Notice } from '@/kit/Notice'
import { selectContour } from '@/store/selection'
import { makeAlike } from '../cut/makeAlike'
import { cutPass } from '../cut/pass'

/** What would fall out of card, and what another program may fill otherwise: each with its remedy. */
export function CutFindings() {
	const { open, desk, goTo } = useWorkbench()
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
		goTo(cutPass)
		open.select(selectContour(open.sheet(), contour.id))
		lookAtBox(boundsOf(contour), desk)
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
			{differing.map(({ piece, cause }) => (
				<Notice
					key={piece.id}
					severity="warning"
					action={
						<Button
							color="inherit"
							disabled={readOnly}
							onClick={() => told(makeAlike(open, piece))}
						>
							Make it the same under both
						</Button>
					}
				>
					{cause === 'crossing'
						? `“${piece.name}” crosses or overlaps itself: the two fill rules fill it differently.`
						: `In “${piece.name}” an outline runs the same way as the one round it: only one of the two fill rules leaves it open.`}
				</Notice>
			))}
		</>
	)
}

type Differing = NonNullable<Awaited<ReturnType<typeof differingPieces>>>

const NONE: Differing = []

/** The pieces that the fill rules fill differently, and why, once that is known. */
function useDiffering(pieces: readonly Piece[]): Differing {
	const ask = useCallback(() => differingPieces(pieces), [pieces])
	return useAnswer(ask) ?? NONE
}
