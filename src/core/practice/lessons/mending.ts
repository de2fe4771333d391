import type { Drill } from '../drill'
import { drill, EGG, inManyNodes, RING, trace } from './writing'

/** What went wrong, mended. */
export const MENDING: readonly Drill[] = [
	drill({
		id: 'limb',
		name: 'A limb forgotten',
		task: 'An arm of the bracket was left out: take it in, and nothing else.',
		hints: [
			'In Refine, hold A and click the outline: each click adds a node there.',
			'Drag the new corners out.',
		],
		skill: 'mending',
		d: 'M280 180H540V320H730V430H540V600H280Z',
		begin: trace('M280 180H540V600H280Z'),
		pass: 'refine',
		tool: 'nodes',
		within: 8,
		nodes: 8,
		graded: ['edge', 'whole', 'nodes', 'kinds'],
		needs: { passes: ['refine'], tools: ['nodes', 'pen'] },
		shown: [
			{
				says: 'Hold A, and click the side where the arm begins and ends: a node at each.',
				moves: [
					{ do: 'click', at: [540, 320], hold: 'a' },
					{ do: 'click', at: [540, 430], hold: 'a' },
				],
			},
			{
				says: 'Two more between them, for the arm’s own corners.',
				moves: [
					{ do: 'click', at: [540, 350], hold: 'a' },
					{ do: 'click', at: [540, 400], hold: 'a' },
				],
			},
			{
				says: 'The upper one out to its corner.',
				moves: [{ do: 'drag', from: [540, 350], to: [730, 320] }],
			},
			{ says: 'The lower one, too.', moves: [{ do: 'drag', from: [540, 400], to: [730, 430] }] },
		],
	}),
	drill({
		id: 'broken',
		name: 'A broken outline',
		task: 'The ring ended by accident: pick it up at its end, and close it.',
		hints: ['With the Pen, click the end node to go on from it.', 'Click the first node to close.'],
		skill: 'mending',
		d: RING,
		begin: trace(
			'M500 175C613 175 705 267 705 380C705 493 613 585 500 585C387 585 295 493 295 380',
		),
		within: 10,
		nodes: 4,
		graded: ['edge', 'whole', 'nodes'],
		shown: [
			{
				says: 'Press the end node with the Pen and drag: it is picked up, and its handle comes out. S keeps it smooth.',
				moves: [
					{ do: 'drag', from: [295, 380], tap: { key: 's', at: [295, 360] }, to: [295, 267] },
				],
			},
			{
				says: 'Press the first node and drag: it closes with a smooth node.',
				moves: [
					{ do: 'drag', from: [500, 175], to: [613, 175] },
					{ do: 'key', key: 'escape' },
				],
			},
		],
	}),
	drill({
		id: 'runaway',
		name: 'A handle that ran away',
		task: 'One handle throws the curve off: bring it back.',
		hints: [
			'Click the node beside the bulge: its handles show.',
			'Handles are about a third of their curve.',
		],
		skill: 'mending',
		d: EGG,
		begin: trace(
			'M500 130C600 130 690 290 690 430C690 540 605 620 500 620C395 620 310 540 310 430C310 290 60 600 500 130Z',
		),
		pass: 'refine',
		tool: 'nodes',
		within: 10,
		nodes: 4,
		graded: ['edge', 'whole', 'nodes', 'level'],
		needs: { passes: ['refine'], tools: ['nodes'] },
		shown: [
			{
				says: 'Click the node on top: its handles show.',
				moves: [{ do: 'click', at: [500, 130] }],
			},
			{
				says: 'Bring the handle back, level with the other, about a third of its curve.',
				moves: [{ do: 'drag', from: [60, 600], to: [400, 130] }],
			},
		],
	}),
	drill({
		id: 'knee',
		name: 'Thin to the knee',
		task: 'A hundred and twenty-eight nodes for an egg: take out all that it does not need.',
		hints: ['Thin shows nodes against deviation: its knee is where fewer begin to cost.'],
		skill: 'few nodes',
		d: EGG,
		begin: inManyNodes(trace(EGG), 32),
		pass: 'thin',
		tool: 'nodes',
		within: 8,
		nodes: 6,
		graded: ['edge', 'whole', 'nodes'],
		needs: { passes: ['refine', 'thin'], tools: ['nodes'] },
		shown: [
			{
				says: 'Thin weighs nodes against deviation: take the knee.',
				moves: [{ do: 'press', name: 'Take the knee' }, { do: 'wait' }],
			},
			{
				says: 'Enter thins as the ghost shows.',
				moves: [{ do: 'key', key: 'enter' }],
			},
		],
	}),
]
