import type { FillRule } from '../path/model'
import { parsePathData } from '../path/pathData'
import { dailyDrill, seedOf } from './dailyDrill'
import type { Drill, Trace } from './drill'

/** The sheet that drills are drawn on, px. */
const [WIDTH, HEIGHT] = [1000, 750]

const trace = (d: string, fillRule: FillRule = 'nonzero'): Trace => ({
	contours: parsePathData(d),
	fillRule,
})

/** A polygon of so many corners to a segment, as a free hand leaves it. */
function inManyNodes({ contours, fillRule }: Trace, each: number): Trace {
	const points = contours.map(({ nodes }) =>
		nodes.flatMap((node, k) => {
			const next = nodes[(k + 1) % nodes.length] ?? node
			const [a, b, c, d] = [node.at, node.out ?? node.at, next.in ?? next.at, next.at]
			return Array.from({ length: each }, (_, i) => {
				const t = i / each
				const u = 1 - t
				const at = (axis: 0 | 1) =>
					u ** 3 * a[axis] + 3 * u * u * t * b[axis] + 3 * u * t * t * c[axis] + t ** 3 * d[axis]
				return `${at(0).toFixed(2)} ${at(1).toFixed(2)}`
			})
		}),
	)
	return trace(points.map((own) => `M${own.join('L')}Z`).join(''), fillRule)
}

const EGG =
	'M500 130C600 130 690 290 690 430C690 540 605 620 500 620C395 620 310 540 310 430C310 290 400 130 500 130Z'
const RING =
	'M500 175C613 175 705 267 705 380C705 493 613 585 500 585C387 585 295 493 295 380C295 267 387 175 500 175Z'

type Written = Omit<Drill, 'width' | 'height' | 'answer' | 'begin' | 'pass' | 'tool' | 'picture'> &
	Partial<Pick<Drill, 'pass' | 'tool' | 'picture' | 'begin'>> & { readonly d: string }

function drill({ d, ...rest }: Written): Drill {
	return {
		width: WIDTH,
		height: HEIGHT,
		pass: 'rough',
		tool: 'pen',
		picture: 'shape',
		answer: trace(d),
		...rest,
	}
}

/** The lessons, in the order in which they are learnt. */
export const DRILLS: readonly Drill[] = [
	drill({
		id: 'square',
		name: 'Four corners',
		task: 'Go round the card with the Pen: a corner wants exactly one node.',
		hints: ['A click sets a corner.', 'Click the first node once more to close the outline.'],
		skill: 'corners',
		d: 'M300 175H700V575H300Z',
		within: 8,
		nodes: 4,
		graded: ['edge', 'whole', 'nodes', 'kinds'],
	}),
	drill({
		id: 'house',
		name: 'Corners of all sorts',
		task: 'Trace the puppet booth: one node at each corner, none between.',
		hints: [
			'Straight runs need nothing in the middle.',
			'Zoom in with Z where two corners are near.',
		],
		skill: 'corners',
		d: 'M260 600V330L500 150L740 330V600H590V450H410V600Z',
		within: 7,
		nodes: 9,
		graded: ['edge', 'whole', 'nodes', 'kinds'],
	}),
	drill({
		id: 's-curve',
		name: 'An S of two nodes',
		task: 'Draw the hook as one curve between two nodes.',
		hints: [
			'Press, drag along the curve’s direction, and let go: the handle pulls the curve.',
			'Handles a third to a half as long as the curve reach far enough.',
		],
		skill: 'curves',
		picture: 'line',
		d: 'M250 560C560 560 440 190 750 190',
		within: 12,
		nodes: 2,
		graded: ['edge', 'nodes'],
	}),
	drill({
		id: 'circle',
		name: 'Where a circle wants its four',
		task: 'Trace the lantern’s lid with four nodes: above, below, left and right.',
		hints: [
			'A curve wants its nodes where it turns back: at its outermost points.',
			'With Shift held handles stay level or upright.',
		],
		skill: 'few nodes',
		d: RING,
		within: 10,
		nodes: 4,
		graded: ['edge', 'whole', 'nodes', 'kinds', 'outermost'],
	}),
	drill({
		id: 'egg',
		name: 'Level handles',
		task: 'Trace the pear stone: handles level above and below, upright at the sides.',
		hints: [
			'Shift keeps handles level or upright.',
			'Narrow ends have short handles, broad ones long.',
		],
		skill: 'curves',
		d: EGG,
		within: 10,
		nodes: 4,
		graded: ['edge', 'whole', 'nodes', 'outermost', 'level'],
	}),
	drill({
		id: 'tag',
		name: 'Leaving a curve straight',
		task: 'Trace the tag: straight sides run into the round end without a bump.',
		hints: [
			'A click sets a corner; a press and drag where the straight ends begins the curve.',
			'Click the last node once more to leave it straight.',
		],
		skill: 'kinds',
		d: 'M250 250H600C683 250 750 317 750 400C750 483 683 550 600 550H250Z',
		within: 9,
		nodes: 5,
		graded: ['edge', 'whole', 'nodes', 'kinds'],
	}),
	drill({
		id: 'bell',
		name: 'A flat bottom',
		task: 'Trace the bell: its bottom is straight and meets the sides in corners.',
		hints: ['The two lower nodes are sharp, the one on top is smooth.'],
		skill: 'kinds',
		d: 'M310 580C360 470 330 180 500 180C670 180 640 470 690 580Z',
		within: 9,
		nodes: 3,
		graded: ['edge', 'whole', 'nodes', 'kinds', 'level'],
	}),
	drill({
		id: 'beak',
		name: 'A cusp at the beak',
		task: 'Trace the heron’s head: its beak ends in a cusp, two curves that meet in a point.',
		hints: [
			'A cusp’s handles go their own ways: tap X while you drag one.',
			'All other nodes are smooth, at outermost points.',
		],
		skill: 'kinds',
		d: 'M170 400C300 370 400 210 560 210C648 210 720 278 720 365C720 452 648 520 560 520C420 520 310 430 170 400Z',
		within: 10,
		nodes: 4,
		graded: ['edge', 'whole', 'nodes', 'kinds', 'outermost'],
	}),
	drill({
		id: 'leaf',
		name: 'Straight first, then bent',
		task: 'Set two corners at the tips, then bend both segments onto the leaf.',
		hints: [
			'In Refine drag a segment by its middle: it bends under the pointer.',
			'Two nodes are enough: the tips.',
		],
		skill: 'few nodes',
		d: 'M500 130C650 250 650 470 500 620C350 470 350 250 500 130Z',
		within: 12,
		nodes: 2,
		graded: ['edge', 'whole', 'nodes', 'kinds'],
	}),
	drill({
		id: 'heart',
		name: 'Every kind at its place',
		task: 'Trace the locket: smooth where it is round, sharp above and below in the middle.',
		hints: ['Six nodes: two sharp ones, and the outermost points of either side.'],
		skill: 'kinds',
		d: 'M500 620C380 520 270 430 270 310C270 230 330 175 400 175C450 175 485 205 500 250C515 205 550 175 600 175C670 175 730 230 730 310C730 430 620 520 500 620Z',
		within: 10,
		nodes: 6,
		graded: ['edge', 'whole', 'nodes', 'kinds', 'outermost'],
	}),
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
			'M500 130C600 130 690 290 690 430C690 540 605 620 500 620C395 620 310 540 310 430C310 290 -260 40 500 130Z',
		),
		pass: 'refine',
		tool: 'nodes',
		within: 10,
		nodes: 4,
		graded: ['edge', 'whole', 'nodes', 'level'],
	}),
	drill({
		id: 'knee',
		name: 'Thin to the knee',
		task: 'Forty-eight nodes for an egg: take out all that it does not need.',
		hints: ['Thin shows nodes against deviation: its knee is where fewer begin to cost.'],
		skill: 'few nodes',
		d: EGG,
		begin: inManyNodes(trace(EGG), 12),
		pass: 'thin',
		tool: 'nodes',
		within: 8,
		nodes: 6,
		graded: ['edge', 'whole', 'nodes'],
	}),
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
	}),
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
	}),
]

/** The drill of an id, if there is one: a lesson, or the shape of a seed. */
export function drillNamed(id: string): Drill | undefined {
	const seed = seedOf(id)
	return seed === null ? DRILLS.find((one) => one.id === id) : dailyDrill(seed)
}
