import { nodeCount, type Sheet } from '@/core'
import { type Finding, type Limits, limitsFor, matters, strays } from '@/core/proofs'
import { asking } from '@/editor/session/asking'
import { darkroomSlice } from '@/editor/session/darkroomState'
import type { ServiceContext } from '@/editor/session/definitions'
import { proofEdges } from '@/jobs/edges'
import { proofOf } from '@/jobs/proofing'
import { chosenPieces, NOTHING } from '@/store/selection'
import type { Profile } from '../against/profile'
import { profileOf } from '../against/propose'
import { chosenTargets } from '../against/targets'
import { MOST_MEASURED } from '../against/useProfile'
import { counts, listed } from './listed'
import { type ProofState, proofSlice } from './proofSlice'

/** The hand must have rested for so long before the sheet is proofed beside other work, ms. */
const PAUSE_MS = 900
/** A proof that takes longer than this shows what it found so far, ms. */
const PATIENCE_MS = 1000
/** Larger sheets are proofed in their own pass alone. */
const MOST_NODES = 4000

/** What a proof is asked about. */
type Asked = Pick<ProofState, 'purpose' | 'own'> & {
	readonly sheet: Sheet
	readonly here: boolean
	/** Ids of the pieces that are to be looked at alone, in order; '' for all. */
	readonly only: string
}

const ASKED = ['sheet', 'purpose', 'own', 'here', 'only'] as const

/** Proofs the sheet whenever it rests, so that the pass's figure is true. @returns what ends it */
export function proofing(context: ServiceContext): () => void {
	const { open, atRest, desk, slices } = context
	const proof = slices.of(proofSlice)
	let asked: Asked | undefined
	let [found, share]: [readonly Finding[] | null, number] = [null, 0]
	let astray: readonly Finding[] = []
	const whole = asking<readonly Finding[]>((all) => {
		;[found, share] = [all, 1]
		publish()
	})
	const strayed = watchStrays(context, (now) => {
		astray = now
		publish()
	})
	const look = () => {
		const now = askedFor(context)
		const was = asked
		if (was && ASKED.every((name) => was[name] === now[name])) return
		asked = now
		found = null
		const { sheet, here, purpose, own, only } = now
		const large = nodeCount(sheet.pieces.flatMap(({ contours }) => contours)) > MOST_NODES
		if (large && !here) return whole.ask(null)
		const ids = only ? new Set(only.split(' ')) : undefined
		whole.ask(
			async () => {
				const begun = performance.now()
				const tell = (some: readonly Finding[], come: number) => {
					// What was found before is better to look at than the first part of what is found now.
					const { findings, share: known } = proof.getState()
					if (asked !== now || (findings && known === 1 && performance.now() - begun < PATIENCE_MS))
						return
					;[found, share] = [some, come]
					publish()
				}
				const answer = proofOf(sheet, soughtFor(purpose, own, sheet), { only: ids, tell })
				// Beside other work nobody asked for it: where it fails the pass has its plain figure.
				return here ? answer : answer.catch(() => null)
			},
			here ? 0 : PAUSE_MS,
		)
	}
	const unwatch = [atRest, desk, proof, open].map((store) => store.subscribe(look))
	look()
	return () => {
		for (const end of [...unwatch, whole.end, strayed]) end()
	}

	function publish(): void {
		if (!found || !asked) return
		const { sheet, purpose, own, only } = asked
		const findings = [...found, ...astray]
		const count = counts(listed(findings, purpose, sheet.left))
		proof.setState({ findings, of: sheet.pieces, by: { purpose, own, only }, count, share })
	}
}

function askedFor({ open, atRest, desk, slices }: ServiceContext): Asked {
	const { purpose, own, chosenOnly } = slices.of(proofSlice).getState()
	const here = desk.getState().pass.id === 'proof'
	const only = here && chosenOnly ? idsOf(chosenPieces(open.getState().selection)) : ''
	return { sheet: atRest.getState().sheet, purpose, own, here, only }
}

/** Ids of pieces, by which a proof of these alone is known. */
export const idsOf = (ids: Iterable<string>): string => [...ids].sort().join(' ')

/** The limits of a purpose; what does not matter for it is not looked for. */
function soughtFor(purpose: ProofState['purpose'], own: Partial<Limits>, sheet: Sheet): Limits {
	const limits = { ...limitsFor(purpose, sheet), ...own }
	return matters('neck', purpose) ? limits : { ...limits, neck: 0 }
}

/** Tells where outlines stray from the photo, while one is in the pass to see it. @returns what ends it */
function watchStrays(
	{ atRest, desk, slices, edges }: ServiceContext,
	tell: (astray: readonly Finding[]) => void,
): () => void {
	const proof = slices.of(proofSlice)
	const darkroom = slices.of(darkroomSlice)
	let asked: readonly unknown[] = []
	let profile: Profile | null = null
	const say = () => {
		const { sheet } = atRest.getState()
		const limit = proof.getState().own.strays ?? limitsFor('screen', sheet).strays
		proof.setState({ profile })
		tell(profile ? strays(profile.samples, sheet.pieces, limit) : [])
	}
	const answer = asking<Profile>((known) => {
		profile = known
		say()
	})
	const look = () => {
		const { sheet } = atRest.getState()
		const here = desk.getState().pass.id === 'proof'
		const { own } = proof.getState()
		// A photo that was decoded meanwhile can be read.
		const now = [sheet, here, own.strays, darkroom.getState().pyramids]
		if (now.every((one, i) => one === asked[i])) return
		asked = now
		const { all } = chosenTargets(sheet, NOTHING)
		const nodes = nodeCount(all.flatMap(({ contours }) => contours))
		if (here && sheet.photos.length > 0 && nodes > 0 && nodes <= MOST_MEASURED)
			return answer.ask(() => profileOf(all, edges, proofEdges).catch(() => null))
		answer.ask(null)
		profile = null
		say()
	}
	const unwatch = [atRest, desk, proof, darkroom].map((store) => store.subscribe(look))
	look()
	return () => {
		for (const end of [...unwatch, answer.end]) end()
	}
}
