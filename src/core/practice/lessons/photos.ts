import type { Drill } from '../drill'
import { penSteps } from '../showing'
import { drill, RING, trace } from './writing'

const WEAK =
	'M500 150C620 150 700 240 700 360C700 480 620 590 500 590C380 590 300 480 300 360C300 240 380 150 500 150Z'
const ALL_TRACING = ['rough', 'refine', 'thin', 'cut']

/** What a photograph asks for beside what a drawing does. */
export const FROM_PHOTOS: readonly Drill[] = [
	drill({
		id: 'bent',
		name: 'Straight first, bent to the photo',
		task: 'Set the shield’s three corners, straight; then let Refine bend the sides onto the photo.',
		hints: [
			'Three clicks, and the first node once more.',
			'In Refine: Bend to the photo, then Take it.',
		],
		skill: 'photos',
		picture: 'photo',
		d: 'M300 190C430 172 570 172 700 190C651 339 585 479 500 610C415 479 349 339 300 190Z',
		within: 6,
		nodes: 6,
		graded: ['edge', 'whole', 'nodes'],
		needs: { passes: ['rough', 'refine'], tools: ['pen', 'nodes'] },
		shown: [
			...[
				[300, 190],
				[700, 190],
				[500, 610],
			].map(([x = 0, y = 0], k) => ({
				says: ['A corner at each end of a side: a click.', 'The next.', 'The tip.'][k] ?? '',
				moves: [{ do: 'click', at: [x, y] } as const],
			})),
			{
				says: 'The first node once more: closed, and straight all round.',
				moves: [
					{ do: 'click', at: [300, 190] },
					{ do: 'key', key: 'escape' },
				],
			},
			{
				says: 'Refine bends the sides to the edge that the photo shows.',
				moves: [
					{ do: 'key', key: '3' },
					{ do: 'press', name: 'Bend to the photo' },
					{ do: 'wait' },
				],
			},
			{ says: 'It is within what is allowed: taken.', moves: [{ do: 'press', name: 'Take it' }] },
		],
	}),
	drill({
		id: 'few-pins',
		name: 'The Edge pen with few pins',
		task: 'Go round the gourd with the Edge pen: as few pins as its edge can be told by.',
		hints: [
			'The way between two pins follows the edge: look at it before you set the next.',
			'Click the first pin to close.',
		],
		skill: 'photos',
		picture: 'photo',
		tool: 'edge-pen',
		d: 'M500 110C580 110 600 170 590 240C580 300 700 340 700 460C700 560 610 630 500 630C390 630 300 560 300 460C300 340 420 300 410 240C400 170 420 110 500 110Z',
		within: 6,
		nodes: 14,
		graded: ['edge', 'whole', 'nodes'],
		needs: { passes: ['rough', 'refine', 'thin'], tools: ['edge-pen', 'nodes'] },
		shown: [
			{
				says: 'Begin on the edge, where it is clear.',
				moves: [{ do: 'click', at: [500, 110] }, { do: 'wait' }],
			},
			{
				says: 'The next pin goes where the way still follows: below the waist.',
				moves: [{ do: 'click', at: [700, 460] }, { do: 'wait' }],
			},
			{ says: 'Underneath.', moves: [{ do: 'click', at: [500, 630] }, { do: 'wait' }] },
			{ says: 'And on the other side.', moves: [{ do: 'click', at: [300, 460] }, { do: 'wait' }] },
			{
				says: 'The first pin closes along the edge.',
				moves: [{ do: 'click', at: [500, 110] }, { do: 'wait' }, { do: 'key', key: 'enter' }],
			},
		],
	}),
	drill({
		id: 'weak-edge',
		name: 'A weak edge made visible',
		task: 'Something dark lies on the dark bench: draw its tone apart until you see it, then trace it.',
		hints: [
			'See here (Photo): drag a box over where its edge should be.',
			'The tone changes what you see, never the file.',
		],
		skill: 'photos',
		picture: 'faint photo',
		pass: 'photo',
		tool: 'see-here',
		d: WEAK,
		within: 10,
		nodes: 6,
		graded: ['edge', 'whole', 'nodes'],
		needs: { passes: ['photo', 'rough', 'refine'], tools: ['see-here', 'pen', 'nodes'] },
		shown: [
			{
				says: 'See here: a box over where its edge should be draws the tone apart.',
				moves: [{ do: 'drag', from: [260, 110], to: [740, 630] }, { do: 'wait' }],
			},
			{
				says: 'Now it can be seen; Rough, and the Pen.',
				moves: [
					{ do: 'key', key: '2' },
					{ do: 'key', key: 'd' },
				],
			},
			...trace(WEAK).contours.flatMap(penSteps),
		],
	}),
	drill({
		id: 'two-dabs',
		name: 'One object among many',
		task: 'Lift the lid alone, with a box or two dabs; what lies beside it stays.',
		hints: [
			'A box round the lid, as close as it goes.',
			'A dab inside says what belongs to it; T held, what does not. Enter keeps it.',
		],
		skill: 'photos',
		picture: 'photo',
		tool: 'lift',
		d: RING,
		beside: [
			trace('M60 120H270V640H60Z'),
			trace('M740 160C850 160 940 230 940 300C940 380 850 420 740 420Z'),
			trace('M420 620H900V700H420Z'),
		],
		within: 6,
		nodes: 12,
		graded: ['edge', 'whole', 'nodes'],
		needs: { passes: ['rough', 'refine', 'thin'], tools: ['lift', 'nodes'] },
		shown: [
			{
				says: 'A box round the lid, close to it.',
				moves: [{ do: 'drag', from: [284, 160], to: [716, 600] }, { do: 'wait' }],
			},
			{
				says: 'What lies beside it looks alike: a dab says that all this belongs to it.',
				moves: [{ do: 'drag', from: [316, 330], to: [640, 270] }, { do: 'wait' }],
			},
			{
				says: 'One more, where it was cut short.',
				moves: [{ do: 'drag', from: [330, 440], to: [650, 420] }, { do: 'wait' }],
			},
			{ says: 'Enter keeps it as a piece.', moves: [{ do: 'key', key: 'enter' }, { do: 'wait' }] },
		],
	}),
	drill({
		id: 'key',
		name: 'A whole key under forty nodes',
		task: 'Trace the iron key from the photo, opening and all, with fewer than forty nodes.',
		hints: [
			'Lift finds it; Thin takes out what it does not need.',
			'Or by hand: its bit is all corners, its bow four smooth nodes.',
		],
		skill: 'photos',
		picture: 'photo',
		d: 'M425 345H820V500H780V455H740V500H700V405H425C405 460 357 500 300 500C231 500 175 444 175 375C175 306 231 250 300 250C357 250 405 290 425 345ZM300 315C267 315 240 342 240 375C240 408 267 435 300 435C333 435 360 408 360 375C360 342 333 315 300 315Z',
		within: 5,
		nodes: 39,
		graded: ['edge', 'whole', 'nodes'],
		needs: {
			passes: ALL_TRACING,
			tools: ['lift', 'edge-pen', 'pen', 'nodes'],
		},
	}),
]
