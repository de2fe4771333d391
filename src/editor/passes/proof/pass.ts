import { lazy } from 'react'
import type { PassDef } from '@/editor/bench/definitions'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { paintAgainst } from '../against/paintAgainst'
import { proofSlice } from './proofSlice'

/** The shape alone. */
export const proofPass: PassDef = {
	id: 'proof',
	number: 7,
	name: 'Proof',
	purpose: 'Judge the shape by itself, the photo away.',
	tools: [nodesTool],
	shows: (slices) =>
		slices.of(proofSlice).getState().inverted ? 'white on black' : 'black on white',
	parts: [
		{ id: 'sizes', name: 'Small sizes', says: 'The shape in a row of sizes, by itself' },
		{ id: 'findings', name: 'Findings', says: 'What is open, crosses itself or fills two ways' },
	],
	figure: ({ openOutlines, pieces }) => {
		if (pieces === 0) return null
		return openOutlines > 0 ? `${openOutlines} open` : 'all closed'
	},
	Strip: lazy(() => import('../against/PhotoProfile').then((m) => ({ default: m.PhotoProfile }))),
	overlays: { paint: (ctx, viewport, { slices }) => paintAgainst(ctx, viewport, slices) },
	Card: lazy(() => import('./ProofCard').then((m) => ({ default: m.ProofCard }))),
}
