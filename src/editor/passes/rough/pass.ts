import type { PassDef } from '@/editor/session/definitions'
import { latePaint } from '@/editor/stage/latePaint'
import { againTool } from '@/editor/tools/again/again'
import { againSlice } from '@/editor/tools/again/againSlice'
import { arrangePiecesTool } from '@/editor/tools/arrangePieces'
import { edgePenTool } from '@/editor/tools/edgePen/edgePen'
import { letteringTool } from '@/editor/tools/lettering/lettering'
import { liftTool } from '@/editor/tools/lift/lift'
import { paintLifted } from '@/editor/tools/lift/paintLifted'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { penTool } from '@/editor/tools/pen/pen'
import { pencilTool } from '@/editor/tools/pencil'
import { counted } from '@/kit/counted'
import { late } from '@/kit/late'
import { mirrorTool } from './mirrorTool'

const paintAgain = latePaint(() =>
	import('@/editor/tools/again/paintAgain').then((m) => m.paintAgain),
)

/** Once round. */
export const roughPass: PassDef = {
	id: 'rough',
	number: 2,
	name: 'Rough',
	purpose:
		'Go once round the object: Lift finds its outline from a box, or draw it, with nodes at corners and outermost points.',
	tools: [penTool, edgePenTool, liftTool, pencilTool, nodesTool, arrangePiecesTool, letteringTool],
	ownTools: [mirrorTool, againTool],
	shows: 'trace',
	overlays: {
		paint: (ctx, viewport, { slices }) => {
			paintLifted(ctx, slices, viewport)
			const again = slices.of(againSlice)
			const { found } = again.getState()
			if (found.length > 0) paintAgain(() => again.setState({}), ctx, again.getState(), viewport)
		},
	},
	parts: [
		{ id: 'mirror', name: 'Mirror work', says: 'Draw one side, the other follows' },
		{
			id: 'again',
			name: 'Same again',
			says: 'What was traced once, found and laid wherever the photo shows it',
		},
		{ id: 'bring-in', name: 'Bring in outlines', says: 'The shapes of an SVG file as pieces' },
	],
	figure: ({ pieces }) => (pieces > 0 ? counted(pieces, 'piece', 'pieces') : null),
	Card: late(() => import('./RoughCard').then((m) => m.RoughCard)),
	how: () => import('./how').then((m) => m.how),
}
