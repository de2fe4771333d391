'use client'

import { useEffect, useMemo, useState } from 'react'
import { nodeCount } from '@/core'
import { type Finding, limitsFor, strays } from '@/core/proofs'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { useAnswer } from '@/editor/workbench/useAnswer'
import {
	useDesk,
	useOpenSheet,
	useSheetAtRest,
	useSlice,
	useWorkbench,
} from '@/editor/workbench/workbench'
import { proofEdges } from '@/jobs/edges'
import { proofOf } from '@/jobs/proofing'
import { chosenPieces, NOTHING } from '@/store/selection'
import { profileOf } from '../against/propose'
import { chosenTargets } from '../against/targets'
import { MOST_MEASURED } from '../against/useProfile'
import { counts, listed } from './listed'
import { proofSlice } from './proofSlice'

/** The hand must have rested for so long before the sheet is proofed beside other work, ms. */
const PAUSE_MS = 900
/** A proof that takes longer than this shows what it found so far, ms. */
const PATIENCE_MS = 1000
/** Larger sheets are proofed in their own pass alone. */
const MOST_NODES = 4000

/** Proofs the sheet whenever it rests, so that the pass's figure is true. */
export function ProofWatch() {
	const { slices } = useWorkbench()
	const sheet = useSheetAtRest()
	const here = useDesk(({ pass }) => pass.id === 'proof')
	const purpose = useSlice(proofSlice, (state) => state.purpose)
	const own = useSlice(proofSlice, (state) => state.own)
	const large = nodeCount(sheet.pieces.flatMap(({ contours }) => contours)) > MOST_NODES
	const asked = here || !large
	const only = useOnly(here)
	const proof = useMemo(() => slices.of(proofSlice), [slices])
	const [part, setPart] = useState<{ ask: unknown; found: readonly Finding[]; share: number }>()
	const ask = useMemo(() => {
		const asking = async () => {
			const begun = Date.now()
			const tell = (found: readonly Finding[], share: number) => {
				// What was found before is better to look at than the first part of what is found now.
				const { findings, share: known } = proof.getState()
				if (findings && known === 1 && Date.now() - begun < PATIENCE_MS) return
				setPart({ ask: asking, found, share })
			}
			const limits = { ...limitsFor(purpose, sheet), ...own }
			const answer = proofOf(sheet, limits, { only, tell })
			// Beside other work nobody asked for it: where it fails the pass has its plain figure.
			return here ? answer : answer.catch(() => null)
		}
		return asking
	}, [sheet, purpose, own, here, only, proof])
	const whole = useAnswer(asked ? ask : null, here ? 0 : PAUSE_MS)
	const found = whole ?? (part?.ask === ask ? part.found : null)
	const share = whole ? 1 : (part?.share ?? 0)
	const astray = useStrays(here, own.strays)
	const { left, pieces } = sheet
	useEffect(() => {
		if (!found) return
		const findings = [...found, ...astray]
		const count = counts(listed(findings, purpose, left))
		proof.setState({ findings, of: pieces, by: { purpose, own }, count, share })
	}, [found, share, astray, purpose, own, left, pieces, proof])
	return null
}

/** The pieces chosen, where only these are to be looked at. */
function useOnly(here: boolean): ReadonlySet<string> | undefined {
	const on = useSlice(proofSlice, ({ chosenOnly }) => chosenOnly)
	const selection = useOpenSheet((state) => state.selection)
	const ids = here && on ? [...chosenPieces(selection)].sort().join(' ') : ''
	return useMemo(() => (ids ? new Set(ids.split(' ')) : undefined), [ids])
}

/** Where outlines stray from the photo, while one is here to see it. */
function useStrays(here: boolean, own?: number): readonly Finding[] {
	const { slices, edges } = useWorkbench()
	const sheet = useSheetAtRest()
	const limit = own ?? limitsFor('screen', sheet).strays
	const pyramids = useSlice(darkroomSlice, (state) => state.pyramids)
	// biome-ignore lint/correctness/useExhaustiveDependencies: a photo that was decoded meanwhile can be read
	const ask = useMemo(() => {
		const { all } = chosenTargets(sheet, NOTHING)
		const nodes = nodeCount(all.flatMap(({ contours }) => contours))
		const asked = here && sheet.photos.length > 0 && nodes > 0 && nodes <= MOST_MEASURED
		return asked ? () => profileOf(all, edges, proofEdges).catch(() => null) : null
	}, [sheet, here, edges, pyramids])
	const profile = useAnswer(ask)
	const proof = slices.of(proofSlice)
	useEffect(() => {
		if (profile || !ask) proof.setState({ profile })
	}, [profile, ask, proof])
	const { pieces } = sheet
	return useMemo(
		() => (profile ? strays(profile.samples, pieces, limit) : NONE),
		[profile, pieces, limit],
	)
}

const NONE: readonly Finding[] = []
