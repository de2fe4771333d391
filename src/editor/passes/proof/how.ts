import type { HowDef } from '@/editor/session/howDef'
import { MUG_WITH_GAP } from '../how/mug'

/** It ends before it has come round. */
const OPEN = 'M76 28H132V46C170 46 172 98 132 98V116H60V42'

export const how: HowDef = {
	frames: [
		{
			says: 'The photo is away: does the silhouette read?',
			shapes: [
				{ d: 'M0 0H224V140H0Z', look: 'paper' },
				{ d: MUG_WITH_GAP, look: 'ink' },
			],
			pointer: [196, 30],
		},
		{
			says: 'Findings say what would come out wrong, and where.',
			shapes: [
				{ d: 'M0 0H224V140H0Z', look: 'paper' },
				{ d: OPEN, look: 'ink' },
				{ d: 'M67 16A18 18 0 1 0 67 52A18 18 0 1 0 67 16Z', look: 'wrong' },
			],
			pointer: [24, 84],
			pressed: true,
		},
		{
			says: 'Each has its remedy; look at it before you take it.',
			shapes: [
				{ d: 'M0 0H224V140H0Z', look: 'paper' },
				{ d: MUG_WITH_GAP, look: 'ink' },
			],
			pointer: [24, 84],
		},
	],
	keys: [
		['Drag', 'Pan; the wheel with Ctrl zooms'],
		['H, held', 'Beside the photo'],
	],
}
