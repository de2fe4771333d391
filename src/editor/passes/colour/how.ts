import type { HowDef } from '@/editor/session/howDef'
import { MUG_WITH_GAP } from '../how/mug'

export const how: HowDef = {
	frames: [
		{
			says: 'Take colour: the ring shows what it would take.',
			shapes: [
				{ d: MUG_WITH_GAP, look: 'photo' },
				{ d: 'M96 60A14 14 0 1 0 96 88A14 14 0 1 0 96 60Z', look: 'drawn' },
			],
			pointer: [96, 74],
			key: 'W',
		},
		{
			says: 'A click fills the chosen piece with it.',
			shapes: [{ d: MUG_WITH_GAP, look: 'colour' }],
			pointer: [96, 74],
			pressed: true,
		},
		{
			says: 'Shades: the photo under it in a few flat pieces.',
			shapes: [
				{ d: MUG_WITH_GAP, look: 'colour' },
				{ d: 'M104 28H132V46C170 46 172 98 132 98V116H112C128 90 118 60 104 28Z', look: 'ink' },
			],
			pointer: [30, 100],
			pressed: true,
		},
	],
	keys: [
		['W', 'Take colour'],
		['[ and ]', 'A smaller, larger ring'],
		['I, held', 'For the stroke'],
		[', held', 'Pieces without their paint'],
	],
}
