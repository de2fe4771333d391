import { lazy } from 'react'
import type { PassDef } from '@/editor/bench/definitions'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { paintAgainst } from '../against/paintAgainst'
import { silhouetteOf } from './look'
import type { paintFindings } from './paintFindings'
import { PROOF_PARTS } from './parts'
import { proofSlice } from './proofSlice'

/** Comes with the card: it knows all kinds of findings. */
let painter: typeof paintFindings | null = null

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
	OnCanvas: lazy(() => import('./Divider').then((m) => ({ default: m.Divider }))),
	Strip: lazy(() => import('../against/PhotoProfile').then((m) => ({ default: m.PhotoProfile }))),
	overlays: {
		paint: (ctx, viewport, { slices, sheet }) => {
			paintAgainst(ctx, viewport, slices)
			painter?.(ctx, viewport, slices, sheet)
		},
	},
	Card: lazy(async () => {
		const [card, paint] = await Promise.all([import('./ProofCard'), import('./paintFindings')])
		painter = paint.paintFindings
		return { default: card.ProofCard }
	}),
}
