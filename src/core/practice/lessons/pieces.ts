import type { Drill, Trace, TracedPiece } from '../drill'
import { drill, trace } from './writing'

/** A trace of pieces, from the lowest up: their outlines, and what fills them. */
function ofPieces(...written: readonly (readonly [d: string, fill: string | null])[]): Trace {
	const pieces = written.map(([d, fill]): TracedPiece => ({ contours: trace(d).contours, fill }))
	return { contours: pieces.flatMap(({ contours }) => contours), fillRule: 'nonzero', pieces }
}

const LEFT_PANE = 'M280 180H480C540 300 420 440 500 580H280Z'
const RIGHT_PANE = 'M480 180H720V580H500C420 440 540 300 480 180Z'
const PANES = ofPieces([LEFT_PANE, '#7b8f6a'], [RIGHT_PANE, '#a8734a'])

/** A lantern in five flats, from the lowest up. */
const LANTERN = [
	['M330 590H670V650H330Z', '#4a3b2f'],
	['M360 300H640V590H360Z', '#8a6b3d'],
	['M410 340H590V550H410Z', '#e3cf94'],
	[
		'M500 390C540 440 550 470 550 490C550 518 528 535 500 535C472 535 450 518 450 490C450 470 460 440 500 390Z',
		'#cf5f34',
	],
	['M330 300L420 180H580L670 300Z', '#2f5d57'],
] as const
const IN_FLATS = ofPieces(...LANTERN)

/** A bracket's plate and its washer, and what a cutter would stumble over: the one does not close, the other is there twice, with two nodes in one place. */
const PLATE = 'M280 200H720V330H560V560H440V330H280Z'
const WASHER = 'M620 430H720V530H620Z'
const SPOTLESS = ofPieces([PLATE, '#3d4a55'], [WASHER, '#3d4a55'])
const FAULTY = ofPieces(
	['M280 200H720V330H560V560H440V330H280L280 203', '#3d4a55'],
	['M620 430H720V530L719.98 530H620Z', '#3d4a55'],
	['M620 430H720V530L719.98 530H620Z', '#3d4a55'],
)

/** Several pieces beside each other. */
export const OF_PIECES: readonly Drill[] = [
	{
		...drill({
			id: 'neighbours',
			name: 'Neighbours that share an edge',
			task: 'The left pane is there. Trace the right one so that both have one edge, not two.',
			hints: [
				'With the Pen, hold U and click the left pane’s edge where the panes meet: you begin on it.',
				'U held once more, at the other end: it goes along the edge, without a gap.',
			],
			skill: 'pieces',
			picture: 'pieces',
			d: LEFT_PANE + RIGHT_PANE,
			within: 8,
			nodes: 8,
			graded: ['edge', 'whole', 'nodes', 'shared'],
			needs: { passes: ['rough', 'refine'], tools: ['pen', 'nodes'] },
			shown: [
				{
					says: 'Hold U and click the edge where the panes part: begun on it.',
					moves: [{ do: 'click', at: [480, 180], hold: 'u' }, { do: 'wait' }],
				},
				{
					says: 'U held, a click where they part again: along the edge, without a gap.',
					moves: [{ do: 'click', at: [500, 580], hold: 'u' }],
				},
				{ says: 'The rest is corners.', moves: [{ do: 'click', at: [720, 580] }] },
				{ says: 'One more.', moves: [{ do: 'click', at: [720, 180] }] },
				{
					says: 'And closed.',
					moves: [
						{ do: 'click', at: [480, 180] },
						{ do: 'key', key: 'escape' },
					],
				},
			],
		}),
		answer: PANES,
		begin: ofPieces([LEFT_PANE, null]),
	},
	{
		...drill({
			id: 'flats',
			name: 'Colour in five flats',
			task: 'The lantern is traced: give each of its five pieces its colour from the picture.',
			hints: [
				'Click a piece to choose it, then take its colour.',
				'M chooses pieces, W takes colours.',
			],
			skill: 'pieces',
			picture: 'pieces',
			pass: 'colour',
			tool: 'take-colour',
			d: 'M0 0',
			within: 8,
			nodes: 40,
			graded: ['colours', 'whole'],
			needs: { passes: ['colour'], tools: ['take-colour', 'arrange'] },
			shown: LANTERN.map((_, k) => {
				const at = (
					[
						[500, 620],
						[380, 450],
						[430, 380],
						[500, 480],
						[500, 240],
					] as const
				)[k] ?? [0, 0]
				return {
					says:
						k === 0
							? 'M, and a click: the piece is chosen. W, and a click: it has the picture’s colour.'
							: 'The next: M, click, W, click.',
					moves: [
						{ do: 'key', key: 'm' },
						{ do: 'click', at },
						{ do: 'key', key: 'w' },
						{ do: 'wait' },
						{ do: 'click', at },
						{ do: 'wait' },
					],
				} as const
			}),
		}),
		answer: IN_FLATS,
		begin: { ...IN_FLATS, pieces: (IN_FLATS.pieces ?? []).map((one) => ({ ...one, fill: null })) },
	},
	{
		...drill({
			id: 'table',
			name: 'Ready for the table',
			task: 'Plate and washer go to the cutting table: mend all that a cutter would stumble over.',
			hints: [
				'Proof lists what is wrong; each finding has its remedy.',
				'What lies there twice is cut twice.',
			],
			skill: 'pieces',
			picture: 'none',
			pass: 'proof',
			tool: 'nodes',
			d: PLATE + WASHER,
			within: 4,
			nodes: 12,
			graded: ['ready', 'edge', 'whole', 'nodes'],
			needs: { passes: ['refine', 'proof'], tools: ['nodes', 'arrange'] },
			shown: [
				{
					says: 'Proof, for cutting: it lists what a cutter would stumble over.',
					moves: [{ do: 'wait' }],
				},
				{
					says: 'All of it is mended at once.',
					moves: [{ do: 'press', name: 'Mend ' }, { do: 'wait' }],
				},
			],
		}),
		answer: SPOTLESS,
		begin: FAULTY,
	},
]
