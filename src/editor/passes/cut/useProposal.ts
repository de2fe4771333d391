import { useEffect } from 'react'
import type { Contour } from '@/core'
import { useAnswer } from '@/editor/workbench/useAnswer'
import { useWorkbench } from '@/editor/workbench/workbench'
import { cutSlice } from './cutSlice'

/**
 * Keeps what a section proposes on the canvas, in place of a piece, and takes it away with the
 * section.
 * @param ask works the proposal out; a new function asks anew
 * @param instead the piece that it would take the place of
 * @returns the outlines proposed; `null` until they are known, or where nothing is asked
 */
export function useProposal(
	ask: (() => Promise<Contour[] | null>) | null,
	instead: string | null,
): readonly Contour[] | null {
	const cut = useWorkbench().slices.of(cutSlice)
	const contours = useAnswer(ask)
	useEffect(() => {
		if (!contours) return
		cut.setState({ proposed: { contours, instead: new Set(instead === null ? [] : [instead]) } })
		return () => cut.setState({ proposed: null })
	}, [contours, instead, cut])
	return contours
}
