'use client'

import { useCallback, useEffect, useMemo } from 'react'
import type { StoreApi } from 'zustand/vanilla'
import { composeAffine } from '@/core'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { useAnswer } from '@/editor/workbench/useAnswer'
import { useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { lookOfCutOut } from '@/jobs/cuttingOut'
import { cutOutSlice } from '../cutOut/cutOutSlice'
import { cutOutAsked } from '../cutOut/cutOutWish'
import { type CutOutLook, type ProofState, proofSlice } from './proofSlice'

const PAUSE_MS = 150
/** It is looked at in so many of the photo's pixels. */
const LOOK = { most: 2e6, as: 'picture', type: 'image/png' } as const

/** Has the photo cut out anew whenever it would look otherwise. */
export function CutOutWatch() {
	const { slices } = useWorkbench()
	const sheet = useSheetAtRest()
	const state = useSlice(cutOutSlice, (now) => now)
	const pyramids = useSlice(darkroomSlice, (now) => now.pyramids)
	// biome-ignore lint/correctness/useExhaustiveDependencies: a photo that was opened meanwhile is asked anew
	const asked = useMemo(() => {
		const shown = sheet.pieces.filter(({ hidden }) => !hidden)
		return cutOutAsked(sheet, shown, state, slices, LOOK)
	}, [sheet, state, slices, pyramids])
	const ask = useCallback(async (): Promise<CutOutLook | null> => {
		if (!asked) return null
		const { photo, wish } = asked
		const blob = await lookOfCutOut(photo.picture, wish)
		if (!blob) return null
		const to = composeAffine(photo.to, [1, 0, 0, 1, wish.part.x, wish.part.y])
		return { image: await createImageBitmap(blob), to }
	}, [asked])
	const made = useAnswer(asked ? ask : null, PAUSE_MS)
	const proof = slices.of(proofSlice)
	useEffect(() => {
		// The last is shown until the next is made.
		if (made || !asked) show(proof, made)
	}, [made, asked, proof])
	useEffect(() => () => show(proof, null), [proof])
	return null
}

/** Shows another picture, or none; what was shown before is let go: its pixels are many. */
function show(proof: StoreApi<ProofState>, cutOut: CutOutLook | null): void {
	const before = proof.getState().cutOut
	if (before === cutOut) return
	proof.setState({ cutOut })
	before?.image.close()
}
