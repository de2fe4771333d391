import type { Drill } from '../drill'
import { CUTTING, drill, trace } from './writing'

/** What one sees through. */
export const OPENINGS: readonly Drill[] = [
	drill({
		id: 'mug',
		name: 'An opening cut',
		task: 'Trace the mug and the gap in its handle: one sees through it.',
		hints: [
			'What is drawn with Punch becomes an opening at once.',
			'Or draw it as a piece, and cut it out in Cut.',
		],
		skill: 'openings',
		d: 'M260 200H600V270C700 270 760 310 760 380C760 450 700 490 600 490V580H260ZM600 330C660 330 695 345 695 380C695 415 660 430 600 430Z',
		within: 9,
		nodes: 11,
		graded: ['edge', 'whole', 'nodes'],
		needs: CUTTING,
	}),
	drill({
		id: 'island',
		name: 'Two openings and an island',
		task: 'Trace the buckle: two openings, and the pin’s plate that stands in one of them.',
		hints: ['Four outlines, each going round once.'],
		skill: 'openings',
		d: 'M200 200H800V560H200ZM250 250V510H480V250ZM530 250V510H750V250ZM320 320H410V440H320Z',
		within: 8,
		nodes: 16,
		graded: ['edge', 'whole', 'nodes'],
		needs: CUTTING,
	}),
	drill({
		id: 'rule',
		name: 'The other fill rule',
		task: 'Another program fills this opening: make it stay open under both rules.',
		hints: [
			'Cut shows both rules, and which way outlines run.',
			'An opening runs against what it opens.',
		],
		skill: 'openings',
		d: 'M280 180H720V580H280ZM400 300V460H600V300Z',
		begin: trace('M280 180H720V580H280ZM400 300H600V460H400Z', 'evenodd'),
		picture: 'none',
		pass: 'cut',
		tool: 'nodes',
		within: 8,
		nodes: 8,
		graded: ['edge', 'whole', 'rule'],
		needs: { passes: ['refine', 'cut'], tools: ['nodes'] },
		shown: [
			{
				says: 'Click the piece’s edge, so that it is chosen.',
				moves: [{ do: 'click', at: [280, 300] }],
			},
			{
				says: 'Fill rule: both are shown, and where they differ.',
				moves: [{ do: 'press', name: 'Fill rule' }],
			},
			{
				says: 'Made the same under both, the opening stays open everywhere.',
				moves: [{ do: 'press', name: 'Make it the same under both' }, { do: 'wait' }],
			},
		],
	}),
]
