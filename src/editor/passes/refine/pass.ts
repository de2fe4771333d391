import { lazy } from 'react'
import type { PassDef } from '@/editor/bench/definitions'
import { paintPlace } from '@/editor/stage/paintPlace'
import { arrangePiecesTool } from '@/editor/tools/arrangePieces'
import { edgePenTool } from '@/editor/tools/edgePen/edgePen'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { penTool } from '@/editor/tools/pen/pen'
import { refineSlice } from './refineSlice'

/** Once more, node by node. */
export const refinePass: PassDef = {
	id: 'refine',
	number: 3,
	name: 'Refine',
	purpose:
		'Go round once more, node by node: bend segments, set kinds, take what is needless away.',
	tools: [nodesTool, penTool, edgePenTool, arrangePiecesTool],
	shows: 'trace',
	overlays: {
		paint: (ctx, viewport, { slices }) => {
			const { suggested } = slices.of(refineSlice).getState()
			const now = suggested?.all[suggested.at]
			if (now) paintPlace(ctx, now.at, viewport)
		},
	},
	keys: [
		{
			key: 't',
			keys: 'T',
			does: 'Take the suggestion shown',
			press: (context) => {
				if (!context.slices.of(refineSlice).getState().suggested) return false
				// Suggestions come with their card; so does what follows them.
				void import('./takeSuggestion').then((m) => m.takeSuggestion(context))
				return true
			},
		},
	],
	figure: () => null,
	OnCanvas: lazy(() => import('./AtNode').then((m) => ({ default: m.AtNode }))),
	Card: lazy(() => import('./RefineCard').then((m) => ({ default: m.RefineCard }))),
}
