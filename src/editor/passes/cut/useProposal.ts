import { useEffect, useState } from 'react'
import type { Contour } from '@/core'
import { useWorkbench } from '../../workbench'

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
	const { desk } = useWorkbench()
	const [known, setKnown] = useState<{ ask: unknown; contours: Contour[] } | null>(null)
	useEffect(() => {
		let gone = false
		ask?.().then((contours) => {
			if (!contours || gone) return
			setKnown({ ask, contours })
			desk.setState({
				proposed: { contours, instead: new Set(instead === null ? [] : [instead]) },
			})
		})
		return () => {
			gone = true
			desk.setState({ proposed: null })
		}
	}, [ask, instead, desk])
	return known && known.ask === ask ? known.contours : null
}
