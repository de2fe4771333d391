import type { PassDef } from '@/editor/session/definitions'
import { latePaint } from '@/editor/stage/latePaint'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { counted } from '@/kit/counted'
import { late } from '@/kit/late'
import { acceptThin } from './acceptThin'
import { thinSlice } from './thinSlice'

const paintGhost = latePaint(() => import('./paintGhost').then((m) => m.paintGhost))

/** The fewest nodes. */
export const thinPass: PassDef = {
	id: 'thin',
	number: 4,
	name: 'Thin',
	purpose: 'As few nodes as the shape allows: say how far the outline may move, and see.',
	tools: [nodesTool],
	shows: 'trace',
	overlays: {
		paint: (ctx, viewport, { slices }) => {
			const { ghost } = slices.of(thinSlice).getState()
			if (ghost) paintGhost(() => slices.of(thinSlice).setState({}), ctx, ghost, viewport)
		},
		// Its marks say what becomes of each node; nodes that are chosen still show.
		hidesNodes: ({ slices, selection }) =>
			slices.of(thinSlice).getState().ghost !== null && selection.nodes.size === 0,
	},
	keys: [
		{
			key: 'enter',
			shift: false,
			keys: 'Enter',
			does: 'Thin as the ghost shows',
			press: acceptThin,
		},
	],
	Strip: late(() => import('./ProfileStrip').then((m) => m.ProfileStrip), 'nowhere'),
	parts: [
		{ id: 'trade-off', name: 'Trade-off', says: 'How many nodes it takes at which deviation' },
		{ id: 'ease', name: 'Ease', says: 'Curves that vary less, within the allowed deviation' },
	],
	figure: ({ nodes }) => (nodes > 0 ? counted(nodes, 'node', 'nodes') : null),
	Card: late(() => import('./ThinCard').then((m) => m.ThinCard)),
	how: () => import('./how').then((m) => m.how),
}
