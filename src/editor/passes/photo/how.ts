import type { HowDef } from '@/editor/session/howDef'
import { MUG_WITH_GAP } from '../how/mug'

export const how: HowDef = {
	frames: [
		{
			says: 'The photo lies on the sheet, as dark as it is.',
			shapes: [{ d: MUG_WITH_GAP, look: 'faint' }],
			pointer: [40, 20],
		},
		{
			says: 'See here: a box over where one sees little …',
			shapes: [
				{ d: MUG_WITH_GAP, look: 'faint' },
				{ d: 'M44 16H184V128H44Z', look: 'drawn' },
			],
			pointer: [184, 128],
			pressed: true,
		},
		{
			says: '… draws its tones apart. The file stays as it is.',
			shapes: [{ d: MUG_WITH_GAP, look: 'photo' }],
			pointer: [184, 128],
		},
		{
			says: 'Real size: a line along what you know, and its length in mm.',
			shapes: [
				{ d: MUG_WITH_GAP, look: 'photo' },
				{ d: 'M60 124H132M60 120V128M132 120V128', look: 'drawn' },
			],
			pointer: [132, 124],
			pressed: true,
		},
	],
	keys: [
		['Drag', 'Move the photo; its corners scale it'],
		['Drag from a ruler', 'A guide'],
		['H, held', 'The photo away'],
	],
}
