'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo } from 'react'
import type { Suggestion } from '@/core'
import { suggestFor } from '@/store/thinning'
import { lookAt } from '../../canvas/lookAt'
import { useDesk, useWorkbench } from '../../workbench'
import { useThinTargets } from '../thin/useThinPreview'
import { nextSuggestion, takeSuggestion } from './takeSuggestion'

/** Outlines with more nodes want thinning, not advice on each. */
const MOST_NODES = 400

/** Advice waits until the hand has paused, and until the editor has come, ms. */
const PAUSE_MS = 700

/** What could be better about the piece at work, one thing at a time. */
export function Suggestions() {
	const workbench = useWorkbench()
	const { desk } = workbench
	const targets = useThinTargets('piece')
	const contours = useMemo(() => targets.map(({ contour }) => contour), [targets])
	const nodes = contours.reduce((sum, contour) => sum + contour.nodes.length, 0)
	const suggested = useDesk((state) => state.suggested)
	useEffect(() => {
		let gone = false
		let timer: ReturnType<typeof setTimeout> | undefined
		if (nodes === 0 || nodes > MOST_NODES) desk.setState({ suggested: null })
		else
			timer = setTimeout(() => {
				suggestFor(contours).then((all) => {
					if (!all || gone) return
					// Where one stood on is kept, as far as it is still there.
					const stood = desk.getState().suggested
					const node = stood?.all[stood.at]?.node
					const at = all.findIndex((one) => one.node === node)
					desk.setState({ suggested: { all, at: Math.max(0, at) } })
				})
			}, PAUSE_MS)
		return () => {
			gone = true
			clearTimeout(timer)
		}
	}, [contours, nodes, desk])
	useEffect(() => () => desk.setState({ suggested: null }), [desk])

	const now = suggested?.all[suggested.at]
	return (
		<Box component="section" aria-label="Suggestions">
			<Typography variant="h3" component="h2" sx={{ mb: 0.5 }}>
				Suggestions
			</Typography>
			<Typography
				variant="body2"
				sx={{ color: 'text.secondary', minHeight: 40 }}
				aria-live="polite"
			>
				{nodes > MOST_NODES
					? `${nodes} nodes are too many to go through one by one: thin them first.`
					: now && suggested
						? `${suggested.at + 1} of ${suggested.all.length}: ${words(now)}`
						: suggested && 'Nothing to suggest for this piece.'}
			</Typography>
			{now && (
				<Box sx={{ display: 'flex', gap: 0.5, mt: 0.5 }}>
					<Button variant="outlined" onClick={() => takeSuggestion(workbench)}>
						Take (T)
					</Button>
					<Button onClick={() => nextSuggestion(desk)}>Next</Button>
					<Button onClick={() => lookAt(now.at, desk)}>Show</Button>
				</Box>
			)}
		</Box>
	)
}

function words({ what, amount }: Suggestion): string {
	switch (what) {
		case 'needless':
			return `a node is needless; without it the outline moves less than ${amount} px.`
		case 'outermost':
			return `a curve bulges ${amount.toFixed(1)} px beyond its nodes: its outermost point has none.`
		case 'nearly-smooth':
			return `a join is off by ${((amount * 180) / Math.PI).toFixed(1)}° from smooth.`
		case 'nearly-corner':
			return `a smooth node’s handles are ${amount.toFixed(1)} px long: it is nearly a corner.`
	}
}
