import { lazy } from 'react'
import type { PassDef } from '@/editor/session/definitions'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { paintAgainst } from '../against/paintAgainst'
import { silhouetteOf } from './look'
import type { paintCutOut } from './paintCutOut'
import type { paintFindings } from './paintFindings'
import { PROOF_PARTS } from './parts'
import { proofSlice } from './proofSlice'

/** They come with the card: they know all kinds of findings. */
let painters: readonly [typeof paintCutOut, typeof paintFindings] | null = null

/** The shape alone. */
export const proofPass: PassDef = {
	id: 'proof',
	number: 7,
	name: 'Proof',
	purpose: 'Judge the shape by itself, the photo away.',
	tools: [nodesTool],
	shows: (slices) => silhouetteOf(slices.of(proofSlice).getState().look),
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
	OnCanvas: lazy(() => import('./OnCanvas').then((m) => ({ default: m.OnCanvas }))),
	Strip: lazy(() => import('./ProofStrip').then((m) => ({ default: m.ProofStrip }))),
	overlays: {
		paint: (ctx, viewport, { slices, sheet }) => {
			const [cutOut, findings] = painters ?? []
			cutOut?.(ctx, viewport, slices, sheet)
			paintAgainst(ctx, viewport, slices)
			findings?.(ctx, viewport, slices, sheet)
		},
	},
	Card: lazy(async () => {
		const [card, cutOut, findings] = await Promise.all([
			import('./ProofCard'),
			import('./paintCutOut'),
			import('./paintFindings'),
		])
		painters = [cutOut.paintCutOut, findings.paintFindings]
		return { default: card.ProofCard }
	}),
}
