import type { HowDef } from '@/editor/session/howDef'
import { MUG_NODES, MUG_WITH_GAP } from '../how/mug'

const PHOTO = { d: MUG_WITH_GAP, look: 'photo' } as const
const OFF = 'M60 28H132V46C184 40 186 110 132 98V116H60Z'

export const how: HowDef = {
	frames: [
		{
			says: 'The strip below shows where the outline strays from the photo.',
			shapes: [PHOTO, { d: OFF, look: 'line' }],
			nodes: MUG_NODES.map((one) => (one.kind === 'smooth' ? { ...one, at: [172, 74] } : one)),
			pointer: [196, 40],
		},
		{
			says: 'Drag a node, or a segment by its middle …',
			shapes: [PHOTO, { d: OFF, look: 'line' }],
			nodes: MUG_NODES.map((one) => (one.kind === 'smooth' ? { ...one, at: [172, 74] } : one)),
			handles: [
				[
					[172, 52],
					[172, 94],
				],
			],
			pointer: [172, 74],
			pressed: true,
		},
		{
			says: '… and it catches on the photo’s edge.',
			shapes: [PHOTO, { d: 'M60 28H132V46C170 46 172 98 132 98V116H60Z', look: 'line' }],
			nodes: MUG_NODES,
			handles: [
				[
					[161, 58],
					[161, 88],
				],
			],
			pointer: [161, 72],
			pressed: true,
		},
		{
			says: 'S, C, Y and X make nodes smooth, corners, symmetric, cusps.',
			shapes: [PHOTO, { d: 'M60 28H132V46C170 46 172 98 132 98V116H60Z', look: 'line' }],
			nodes: MUG_NODES,
			pointer: [161, 72],
			key: 'S',
		},
		{
			says: 'N walks to the next node; the view comes along.',
			shapes: [PHOTO, { d: 'M60 28H132V46C170 46 172 98 132 98V116H60Z', look: 'line' }],
			nodes: MUG_NODES,
			pointer: [132, 98],
			key: 'N',
		},
	],
	keys: [
		['N, Shift N', 'Walk on, back'],
		['A, held', 'Click a segment: a node there'],
		['Delete', 'Nodes away, the outline whole'],
		['Arrows', 'By 1 px; Shift 10, G held 0.1'],
	],
}
