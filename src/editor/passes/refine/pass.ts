import type { PassDef } from '@/editor/session/definitions'
import { latePaint } from '@/editor/stage/latePaint'
import { paintPlace } from '@/editor/stage/paintPlace'
import { arrangePiecesTool } from '@/editor/tools/arrangePieces'
import { edgePenTool } from '@/editor/tools/edgePen/edgePen'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { penTool } from '@/editor/tools/pen/pen'
import { late } from '@/kit/late'
import { withPart } from '@/kit/tryAgain'
import { againstSlice } from '../against/againstSlice'
import { paintProposed } from '../against/paintProposed'
import { AGAINST_PARTS } from '../against/parts'
import { strayWords } from '../against/strayWords'
import { refineSlice } from './refineSlice'

const paintBeside = latePaint(() => import('./paintBeside').then((m) => m.paintBeside))

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
		paint: (ctx, viewport, { sheet, selection, slices }) => {
			const refine = slices.of(refineSlice)
			const { suggested, beside } = refine.getState()
			if (beside)
				paintBeside(() => refine.setState({}), ctx, viewport, { sheet, selection, beside })
			const now = suggested?.all[suggested.at]
			if (now) paintPlace(ctx, now.at, viewport)
			paintProposed(ctx, viewport, slices)
		},
		// Its marks say what becomes of each node.
		hidesNodes: ({ slices }) => slices.of(againstSlice).getState().proposal !== null,
	},
	keys: [
		{
			key: '9',
			keys: '9',
			does: 'Bend the segment under the pointer to the photo; a curve: fit it',
			press: (context) => {
				if (context.desk.getState().overlay.hover?.kind !== 'segment') return false
				withPart(
					() => import('../against/atSegment'),
					(m) => m.segmentToPhoto(context),
				)
				return true
			},
		},
		{
			key: 't',
			keys: 'T',
			does: 'Take the suggestion shown',
			press: (context) => {
				if (!context.slices.of(refineSlice).getState().suggested) return false
				// Suggestions come with their card; so does what follows them.
				withPart(
					() => import('./takeSuggestion'),
					(m) => m.takeSuggestion(context),
				)
				return true
			},
		},
	],
	figure: (_, slices) => strayWords(slices),
	parts: AGAINST_PARTS,
	keepsStrip: ({ photos }) => photos.length > 0,
	Strip: late(() => import('../against/PhotoProfile').then((m) => m.PhotoProfile), 'nowhere'),
	OnCanvas: late(() => import('./AtNode').then((m) => m.AtNode), 'nowhere'),
	Card: late(() => import('./RefineCard').then((m) => m.RefineCard)),
	how: () => import('./how').then((m) => m.how),
}
