import type { HowDef } from '@/editor/session/howDef'
import { GAP, GAP_NODES, MUG, MUG_WITH_GAP } from '../how/mug'

export const how: HowDef = {
	frames: [
		{
			says: 'One sees through the handle: draw round the gap.',
			shapes: [
				{ d: MUG, look: 'ink' },
				{ d: GAP, look: 'line' },
			],
			nodes: GAP_NODES,
			pointer: [132, 60],
			pressed: true,
		},
		{
			says: 'Cut it out on the card, or let Punch do it as you draw.',
			shapes: [
				{ d: MUG, look: 'ink' },
				{ d: GAP, look: 'ghost' },
			],
			pointer: [24, 60],
			pressed: true,
		},
		{
			says: 'It is an opening, under both fill rules.',
			shapes: [{ d: MUG_WITH_GAP, look: 'ink' }],
			pointer: [24, 60],
		},
		{
			says: 'Pieces combine the same way: cut out, merge, overlap, exclude.',
			shapes: [
				{ d: MUG_WITH_GAP, look: 'ink' },
				{ d: 'M40 84H100V132H40Z', look: 'ghost' },
			],
			pointer: [100, 132],
		},
	],
	keys: [
		['D, F, L', 'Draw or lift what one sees through'],
		['Shift-click', 'One piece more, to combine'],
	],
}
