import type { PassDef, Service } from '@/editor/session/definitions'
import { fetched } from '@/editor/session/services'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { late } from '@/kit/late'
import { paintProposed } from '../against/paintProposed'
import { isCutOut, silhouetteOf } from './look'
import type { paintCutOut } from './paintCutOut'
import type { paintFalling } from './paintFalling'
import type { paintFindings } from './paintFindings'
import { PROOF_PARTS } from './parts'
import { proofSlice } from './proofSlice'

/** They come with the card: they know all kinds of findings. */
let painters: readonly [typeof paintCutOut, typeof paintFindings, typeof paintFalling] | null = null

/** What nobody asked for waits until the page has been there for so long, ms: opening comes first. */
const RESTED_MS = 5000

/** What could spoil the artwork is looked for once there is some, and opening is over. */
const proofingOnceRested: Service = (context) => {
	let rested = false
	const service = fetched(
		({ open, desk }) =>
			open.sheet().pieces.length > 0 && (rested || desk.getState().pass.id === 'proof'),
		({ open, desk }, look) => {
			const timer = setTimeout(() => {
				rested = true
				look()
			}, RESTED_MS)
			const unwatch = [open, desk].map((store) => store.subscribe(look))
			return () => {
				clearTimeout(timer)
				for (const end of unwatch) end()
			}
		},
		() => import('./proofing').then((m) => m.proofing),
	)
	return service(context)
}

/** The shape alone. */
export const proofPass: PassDef = {
	id: 'proof',
	number: 7,
	name: 'Proof',
	purpose: 'Judge the shape by itself, the photo away.',
	tools: [nodesTool],
	shows: (slices) => silhouetteOf(slices.of(proofSlice).getState().look),
	services: [
		proofingOnceRested,
		fetched(
			({ slices }) => isCutOut(slices.of(proofSlice).getState().look),
			({ slices }, look) => slices.of(proofSlice).subscribe(look),
			() => import('./cuttingOutLook').then((m) => m.cuttingOutLook),
		),
	],
	parts: PROOF_PARTS,
	figure: ({ openOutlines, pieces }, slices) => {
		if (pieces === 0) return null
		const { findings, count } = slices.of(proofSlice).getState()
		const bad = count.wrong + count.risk
		if (findings && bad > 0) return `${bad} to look at`
		return openOutlines > 0 ? `${openOutlines} open` : 'all closed'
	},
	keys: [
		{
			key: '.',
			keys: '.',
			does: 'The shape without any marks, and with them again',
			press: ({ slices }) => {
				const proof = slices.of(proofSlice)
				proof.setState(({ look }) => ({ look: { ...look, bare: !look.bare } }))
				return true
			},
		},
	],
	OnCanvas: late(() => import('./Divider').then((m) => m.Divider), 'nowhere'),
	Strip: late(() => import('./ProofStrip').then((m) => m.ProofStrip), 'nowhere'),
	overlays: {
		paint: (ctx, viewport, { slices, sheet }) => {
			const [cutOut, findings, falling] = painters ?? []
			cutOut?.(ctx, viewport, slices, sheet)
			falling?.(ctx, viewport, slices, sheet)
			paintProposed(ctx, viewport, slices)
			findings?.(ctx, viewport, slices, sheet)
		},
	},
	how: () => import('./how').then((m) => m.how),
	Card: late(async () => {
		const [card, cutOut, findings, falling] = await Promise.all([
			import('./ProofCard'),
			import('./paintCutOut'),
			import('./paintFindings'),
			import('./paintFalling'),
		])
		painters = [cutOut.paintCutOut, findings.paintFindings, falling.paintFalling]
		return card.ProofCard
	}),
}
