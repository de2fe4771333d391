'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { type ReactNode, useEffect, useMemo, useState } from 'react'
import type { Suggestion } from '@/core'
import { lookAt } from '@/editor/session/lookAt'
import { useAnswer } from '@/editor/workbench/useAnswer'
import { useSlice, useWorkbench, type Workbench } from '@/editor/workbench/workbench'
import { suggestFor } from '@/jobs/thinning'
import { withPart } from '@/kit/tryAgain'
import { useThinTargets } from '../thin/useThinPreview'
import { nextSuggestion } from './nextSuggestion'
import { refineSlice } from './refineSlice'

/** Outlines with more nodes want thinning, not advice on each. */
const MOST_NODES = 400

/** Advice waits until the hand has paused, and until the editor has come, ms. */
const PAUSE_MS = 700

/**
 * What could be better about the piece at work, one thing at a time; always of one height.
 * @param instead what matters more
 */
export function Suggestions({ instead }: { readonly instead?: ReactNode }) {
	const workbench = useWorkbench()
	const { desk, slices } = workbench
	const refine = slices.of(refineSlice)
	const targets = useThinTargets('piece')
	const contours = useMemo(() => targets.map(({ contour }) => contour), [targets])
	const nodes = contours.reduce((sum, contour) => sum + contour.nodes.length, 0)
	const suggested = useSlice(refineSlice, (state) => state.suggested)
	const _begun = useBegun()
	const ask = useMemo(
		() => (nodes === 0 || nodes > MOST_NODES ? null : () => suggestFor(contours)),
		[contours, nodes],
	)
	const all = useAnswer(ask, PAUSE_MS)
	useEffect(() => {
		if (!ask) refine.setState({ suggested: null })
		if (!all) return
		// Where one stood on is kept, as far as it is still there.
		const { suggested: stood } = refine.getState()
		const node = stood?.all[stood.at]?.node
		const at = all.findIndex((one) => one.node === node)
		refine.setState({ suggested: { all, at: Math.max(0, at) } })
	}, [ask, all, refine])
	useEffect(() => () => refine.setState({ suggested: null }), [refine])

	const now = suggested?.all[suggested.at]
	return (
		<Box component="section" aria-label="Suggestions">
			<Typography variant="h3" component="h2" sx={{ mb: 0.5 }}>
				Suggestions
			</Typography>
			{instead}
			<Typography
				variant="body2"
				sx={{ color: 'text.secondary', minHeight: 60, display: instead ? 'none' : 'block' }}
				aria-live="polite"
			>
				{nodes > MOST_NODES
					? `${nodes} nodes are too many to go through one by one: thin them first.`
					: now && suggested
						? `${suggested.at + 1} of ${suggested.all.length}: ${words(now)}`
						: ask && all === null
							? 'Looking…'
							: suggested && 'Nothing to suggest for this piece.'}
			</Typography>
			{!instead && (
				<Box sx={{ display: 'flex', gap: 0.5, mt: 0.5 }}>
					<Button variant="outlined" disabled={!now} onClick={() => take(workbench)}>
						Take (T)
					</Button>
					<Button disabled={!now} onClick={() => nextSuggestion(workbench)}>
						Next
					</Button>
					<Button disabled={!now} onClick={() => now && lookAt(now.at, desk)}>
						Show
					</Button>
				</Box>
			)}
		</Box>
	)
}

function words({ what, amount, moves }: Suggestion): string {
	const then = moves > 0 ? `the outline moves by up to ${moves.toFixed(2)} px` : 'nothing moves'
	switch (what) {
		case 'needless':
			return `a node is needless; without it ${then}.`
		case 'outermost':
			return `a curve bulges ${amount.toFixed(1)} px beyond its nodes: its outermost point has none. With one ${then}.`
		case 'nearly-smooth':
			return `a join is off by ${((amount * 180) / Math.PI).toFixed(1)}° from smooth. Made smooth, ${then}.`
		case 'nearly-corner':
			return `a smooth node’s handles are ${amount.toFixed(1)} px long: it is nearly a corner. Made one, ${then}.`
	}
}

/** What follows suggestions weighs more than what shows them: it comes with the first that is taken. */
function take(workbench: Workbench): void {
	withPart(
		() => import('./takeSuggestion'),
		(m) => m.takeSuggestion(workbench),
	)
}

/** Whether anything was done on the page yet: advice is for those who work, not for those who look. */
function useBegun(): boolean {
	const [begun, setBegun] = useState(false)
	useEffect(() => {
		const begin = () => setBegun(true)
		const ended = new AbortController()
		for (const type of ['pointermove', 'pointerdown', 'keydown'])
			window.addEventListener(type, begin, { once: true, signal: ended.signal })
		return () => ended.abort()
	}, [])
	return begun
}
