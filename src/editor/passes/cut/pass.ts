import type { PassDef } from '@/editor/session/definitions'
import { fetched } from '@/editor/session/services'
import { latePaint } from '@/editor/stage/latePaint'
import { arrangePiecesTool } from '@/editor/tools/arrangePieces'
import { edgePenTool } from '@/editor/tools/edgePen/edgePen'
import { liftTool } from '@/editor/tools/lift/lift'
import { paintLifted } from '@/editor/tools/lift/paintLifted'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { penTool } from '@/editor/tools/pen/pen'
import { pencilTool } from '@/editor/tools/pencil'
import { counted } from '@/kit/counted'
import { late } from '@/kit/late'
import { cutSlice } from './cutSlice'
import { CUT_COMBINES, CUT_PARTS } from './parts'
import { regionsTool } from './regions'

const paintCut = latePaint(() => import('./paintCut').then((m) => m.paintCut))

/** What one sees through. */
export const cutPass: PassDef = {
	id: 'cut',
	number: 5,
	name: 'Cut',
	purpose: 'Cut out what one sees through; join, part and grow pieces.',
	tools: [penTool, edgePenTool, liftTool, pencilTool, nodesTool, arrangePiecesTool],
	ownTools: [regionsTool],
	shows: 'trace',
	overlays: {
		paint: (ctx, viewport, scene) => {
			paintCut(() => scene.slices.of(cutSlice).setState({}), ctx, viewport, scene)
			paintLifted(ctx, scene.slices, viewport)
		},
		instead: (slices) => {
			const { apart, proposed } = slices.of(cutSlice).getState()
			return apart ? new Set(apart.pieces) : proposed?.instead
		},
		hidesNodes: ({ slices }) => slices.of(cutSlice).getState().apart !== null,
	},
	services: [
		fetched(
			({ slices }) => slices.of(cutSlice).getState().punchInto !== null,
			({ slices }, look) => slices.of(cutSlice).subscribe(look),
			() => import('./punching').then((m) => m.punching),
		),
	],
	parts: [CUT_COMBINES, ...CUT_PARTS],
	figure: ({ openings }) => (openings > 0 ? counted(openings, 'opening', 'openings') : null),
	Card: late(() => import('./CutCard').then((m) => m.CutCard)),
	how: () => import('./how').then((m) => m.how),
}
