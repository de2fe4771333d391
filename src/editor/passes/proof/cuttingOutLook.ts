import { composeAffine } from '@/core'
import { asking } from '@/editor/session/asking'
import { darkroomSlice } from '@/editor/session/darkroomState'
import type { ServiceContext } from '@/editor/session/definitions'
import { lookOfCutOut } from '@/jobs/cuttingOut'
import { cutOutSlice } from '../cutOut/cutOutSlice'
import { cutOutAsked } from '../cutOut/cutOutWish'
import { isCutOut } from './look'
import { type CutOutLook, proofSlice } from './proofSlice'

const PAUSE_MS = 150
/** It is looked at in so many of the photo's pixels. */
const LOOK = { most: 2e6, as: 'picture', type: 'image/png' } as const

/** Has the photo cut out anew whenever it would look otherwise, while it is looked at so. @returns what ends it */
export function cuttingOutLook({ atRest, desk, slices }: ServiceContext): () => void {
	const proof = slices.of(proofSlice)
	const darkroom = slices.of(darkroomSlice)
	const cutOut = slices.of(cutOutSlice)
	const answer = asking<CutOutLook>(show)
	let asked: readonly unknown[] = []
	const look = () => {
		const { sheet } = atRest.getState()
		const wanted = desk.getState().pass.id === 'proof' && isCutOut(proof.getState().look)
		// A photo that was opened meanwhile is asked anew.
		const now = wanted ? [sheet, cutOut.getState(), darkroom.getState().pyramids] : []
		if (now.length === asked.length && now.every((one, i) => one === asked[i])) return
		asked = now
		const shown = sheet.pieces.filter(({ hidden }) => !hidden)
		const wish = wanted ? cutOutAsked(sheet, shown, cutOut.getState(), slices, LOOK) : null
		if (!wish) {
			answer.ask(null)
			return show(null)
		}
		// The last is shown until the next is made.
		answer.ask(() => made(wish), PAUSE_MS)
	}
	const unwatch = [atRest, desk, proof, darkroom, cutOut].map((store) => store.subscribe(look))
	look()
	return () => {
		for (const end of [...unwatch, answer.end]) end()
		show(null)
	}

	/** Shows another picture, or none; what was shown before is let go: its pixels are many. */
	function show(next: CutOutLook | null): void {
		const before = proof.getState().cutOut
		if (before === next) return
		proof.setState({ cutOut: next })
		before?.image.close()
	}
}

async function made({ photo, wish }: NonNullable<ReturnType<typeof cutOutAsked>>) {
	const blob = await lookOfCutOut(photo.picture, wish)
	if (!blob) return null
	const to = composeAffine(photo.to, [1, 0, 0, 1, wish.part.x, wish.part.y])
	return { image: await createImageBitmap(blob), to }
}
