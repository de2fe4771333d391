import type { Drill } from '../drill'
import { drill, trace } from './writing'

/** Letters of one hand. */
export const LETTERS: readonly Drill[] = [
	drill({
		id: 'stems',
		name: 'Even stems',
		task: 'The H of the booth’s sign stands on uneven legs: make its stems one width.',
		hints: [
			'Letter lines (Photo) tell Proof what to look at.',
			'Arrows move what is chosen a px at a time.',
		],
		skill: 'letters',
		d: 'M260 150H360V330H600V150H700V600H600V420H360V600H260Z',
		begin: trace('M260 150H360V330H578V150H700V600H578V420H360V600H260Z'),
		pass: 'refine',
		tool: 'nodes',
		within: 5,
		nodes: 12,
		graded: ['edge', 'whole', 'nodes', 'kinds'],
		needs: { passes: ['photo', 'refine', 'proof'], tools: ['nodes'] },
		shown: [
			{
				says: 'A box round the inner side of the right leg chooses its four nodes.',
				moves: [{ do: 'drag', from: [540, 100], to: [630, 650] }],
			},
			{
				says: 'Arrows move them, with Shift by ten px.',
				moves: [
					{ do: 'key', key: 'arrowright', shift: true, times: 2 },
					{ do: 'key', key: 'arrowright', times: 2 },
				],
			},
		],
	}),
]
