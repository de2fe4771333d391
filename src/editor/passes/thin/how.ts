import type { HowDef } from '@/editor/session/howDef'
import { MUG, MUG_NODES, NEEDLESS } from '../how/mug'

const LINE = { d: MUG, look: 'line' } as const

export const how: HowDef = {
	frames: [
		{
			says: 'More nodes than it needs: hard to edit, never quite smooth.',
			shapes: [LINE],
			nodes: [...MUG_NODES, ...NEEDLESS],
			pointer: [196, 30],
		},
		{
			says: 'Say how far the outline may move: what can go is crossed out.',
			shapes: [LINE, { d: MUG, look: 'ghost' }],
			nodes: [...MUG_NODES, ...NEEDLESS.map((one) => ({ ...one, goes: true as const }))],
			pointer: [196, 30],
		},
		{
			says: 'Enter: the same shape, a third of the nodes.',
			shapes: [LINE],
			nodes: MUG_NODES,
			pointer: [196, 30],
			key: 'Enter',
		},
	],
	keys: [
		['Enter', 'Thin as the ghost shows'],
		['Drag a box', 'Nodes to thin alone'],
	],
}
