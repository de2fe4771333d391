import type { HowDef } from '@/editor/session/howDef'
import { MUG, MUG_NODES, MUG_WITH_GAP } from '../how/mug'

const PHOTO = { d: MUG_WITH_GAP, look: 'photo' } as const

export const how: HowDef = {
	frames: [
		{
			says: 'Lift: drag a box round the object, close to it.',
			shapes: [PHOTO, { d: 'M50 18H180V126H50Z', look: 'drawn' }],
			pointer: [180, 126],
			pressed: true,
			key: 'L',
		},
		{
			says: 'Its outline is found, openings too …',
			shapes: [PHOTO, { d: MUG_WITH_GAP, look: 'ghost' }],
			pointer: [180, 126],
		},
		{
			says: '… and Enter keeps it as a piece.',
			shapes: [PHOTO, { d: MUG_WITH_GAP, look: 'line' }],
			pointer: [180, 126],
			key: 'Enter',
		},
		{
			says: 'Or the Pen: a click is a corner …',
			shapes: [PHOTO, { d: 'M60 116V28H132', look: 'line' }],
			nodes: [MUG_NODES[6], MUG_NODES[0], MUG_NODES[1]].flatMap((one) => one ?? []),
			pointer: [132, 28],
			pressed: true,
			key: 'D',
		},
		{
			says: '… press and drag a smooth node, at outermost points.',
			shapes: [PHOTO, { d: 'M60 116V28H132V46C150 46 161 58 161 72', look: 'line' }],
			nodes: [MUG_NODES[6], ...MUG_NODES.slice(0, 4)].flatMap((one) => one ?? []),
			handles: [
				[
					[161, 58],
					[161, 88],
				],
			],
			pointer: [161, 88],
			pressed: true,
		},
		{
			says: 'A click on the first node closes it.',
			shapes: [PHOTO, { d: MUG, look: 'line' }],
			nodes: MUG_NODES,
			pointer: [60, 116],
			pressed: true,
		},
	],
	keys: [
		['L, F, D', 'Lift, Edge pen, Pen'],
		['Enter', 'Keep what is lifted; end an outline'],
		['X, while dragging', 'A cusp: the outgoing handle alone'],
		['Backspace', 'The last node back'],
	],
}
