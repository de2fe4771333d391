import type { HowDef } from '@/editor/session/howDef'
import { MUG_WITH_GAP } from '../how/mug'

const PAGE = 'M44 12H172V128H44Z'

export const how: HowDef = {
	frames: [
		{
			says: 'Say what goes out: as which kind of file, how large, on which page.',
			shapes: [
				{ d: PAGE, look: 'paper' },
				{ d: MUG_WITH_GAP, look: 'ink' },
			],
			pointer: [24, 60],
			pressed: true,
		},
		{
			says: 'What you see is what other programs open.',
			shapes: [
				{ d: PAGE, look: 'paper' },
				{ d: MUG_WITH_GAP, look: 'line' },
			],
			pointer: [24, 112],
		},
		{
			says: 'Save it, copy it, or send it to the cutting table.',
			shapes: [
				{ d: PAGE, look: 'paper' },
				{ d: MUG_WITH_GAP, look: 'ink' },
				{ d: 'M190 40V92M176 78L190 92L204 78M172 104H208', look: 'drawn' },
			],
			pointer: [24, 112],
			pressed: true,
		},
	],
	keys: [['Ctrl S', 'The sheet itself, photos and all, as a file']],
}
