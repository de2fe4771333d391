import equal from 'fast-deep-equal'
import {
	addExtrema,
	alignNodes,
	evenHandles,
	findNode,
	type HandleSide,
	insertMiddles,
	joinEnds,
	levelHandles,
	makeFlat,
	mendCusp,
	type NodePlace,
	neighbours,
	nodeCount,
	nodesWith,
	type PathNode,
	removeNodes,
	removeOpen,
	reverseOutline,
	type Sheet,
	setFirstNode,
	setKind,
	spaceNodes,
	splitAt,
} from '@/core'
import type { OpenSheet } from '@/store/openSheet'
import { selectContour } from '@/store/selection'

/** What is selected, as an action asks for it. */
export interface Chosen {
	readonly ids: ReadonlySet<string>
	readonly nodes: readonly PathNode[]
	/** The one node, where it is one. */
	readonly place: NodePlace | null
}

export function chosenNodes(sheet: Sheet, ids: ReadonlySet<string>): Chosen {
	const nodes = nodesWith(sheet, ids)
	const [only, more] = nodes
	const place = only && !more ? (findNode(sheet, only.id) ?? null) : null
	return { ids, nodes, place }
}

/** Something that can be done with the selected nodes. */
export interface NodeAction {
	readonly name: string
	/** What it does, in a line. */
	readonly says: string
	/** What it needs to be chosen, where it is off. */
	readonly needs: string
	readonly key?: string
	/** What undo calls it. */
	label(chosen: Chosen): string
	/** Whether the choice is one for it. */
	suits(chosen: Chosen): boolean
	/** What it makes of the sheet, and which nodes are chosen then, where others are. */
	edit(
		sheet: Sheet,
		chosen: Chosen,
	): { readonly sheet: Sheet; readonly ids?: ReadonlySet<string> } | null
}

export interface ActionGroup {
	readonly group: string
	readonly actions: readonly NodeAction[]
}

/**
 * On sheets of more nodes nothing is tried out just to know whether it would do anything: a box that is
 * drawn round nodes chooses others with every move.
 */
const MOST_TRIED = 600

/** Whether an action would change anything: what would not is off, and says what it needs. */
export function isAble(action: NodeAction, sheet: Sheet, chosen: Chosen): boolean {
	if (!action.suits(chosen)) return false
	const nodes = sheet.pieces.reduce((sum, { contours }) => sum + nodeCount(contours), 0)
	if (nodes > MOST_TRIED) return true
	try {
		const made = action.edit(sheet, chosen)
		return made !== null && made.sheet !== sheet && !equal(made.sheet, sheet)
	} catch {
		return false
	}
}

/** Does it, and selects what it made. */
export function act(action: NodeAction, open: OpenSheet): void {
	const chosen = chosenNodes(open.sheet(), open.getState().selection.nodes)
	let made: ReadonlySet<string> = new Set()
	open.apply(action.label(chosen), (sheet) => {
		const result = action.edit(sheet, chosen)
		made = result?.ids ?? made
		return result?.sheet ?? sheet
	})
	const [first] = made
	const found = first === undefined ? undefined : findNode(open.sheet(), first)
	if (found) open.select(selectContour(open.sheet(), found.contour.id, made))
}

const some = ({ nodes }: Chosen) => nodes.length > 0
const several = ({ nodes }: Chosen) => nodes.length > 1
const three = ({ nodes }: Chosen) => nodes.length > 2
const single = ({ place }: Chosen) => place !== null
const cuspWith = (side: HandleSide) => (chosen: Chosen) =>
	chosen.place?.node.kind === 'cusp' && chosen.place.node[side] !== undefined

/** A single node, and the one after it. */
const orNext = ({ place, ids }: Chosen): ReadonlySet<string> => {
	const after = place && neighbours(place.contour, place.index).after
	return after ? new Set([place.node.id, after.id]) : ids
}
/** The whole outline of a single node. */
const orOutline = ({ place, ids }: Chosen): ReadonlySet<string> =>
	place ? new Set(place.contour.nodes.map((node) => node.id)) : ids

/** Those of some nodes whose neighbours on either side are among them, and that are neither smooth nor symmetric. */
function innerOf(sheet: Sheet, ids: ReadonlySet<string>): ReadonlySet<string> {
	const inner = [...ids].filter((id) => {
		const place = findNode(sheet, id)
		if (!place || place.node.kind === 'smooth' || place.node.kind === 'symmetric') return false
		const { before, after } = neighbours(place.contour, place.index)
		return before && after && ids.has(before.id) && ids.has(after.id)
	})
	return new Set(inner)
}

/** An edit of the chosen nodes alone. */
const ofNodes =
	(edit: (sheet: Sheet, ids: ReadonlySet<string>) => Sheet): NodeAction['edit'] =>
	(sheet, { ids }) => ({ sheet: edit(sheet, ids) })

/** An edit of the one node. */
const ofNode =
	(edit: (sheet: Sheet, id: string) => Sheet): NodeAction['edit'] =>
	(sheet, { place }) =>
		place && { sheet: edit(sheet, place.node.id) }

const called = (label: string) => () => label

export const NODE_ACTIONS: readonly ActionGroup[] = [
	{
		group: 'Nodes',
		actions: [
			{
				name: 'Add between',
				says: 'A node in the middle of each segment between the selected nodes, or after the one',
				needs: 'one node, or neighbours',
				key: 'A',
				label: called('Insert in the middle'),
				suits: some,
				edit: (sheet, chosen) => insertMiddles(sheet, orNext(chosen)),
			},
			{
				name: 'Outermost points',
				says: 'Nodes at the outermost points of the curves, and needless ones beside them away',
				needs: 'nodes of curves that lack a node at an outermost point',
				label: called('Add outermost points'),
				suits: some,
				edit: (sheet, chosen) => addExtrema(sheet, orOutline(chosen)),
			},
			{
				name: 'Make a flat',
				says: 'Two nodes and a straight stretch in place of the one: a flat that one node cannot give',
				needs: 'one smooth node with both handles',
				label: called('Make a flat'),
				suits: ({ place }) =>
					Boolean(place?.node.in && place.node.out && place.node.kind !== 'cusp'),
				edit: (sheet, { place }) => place && makeFlat(sheet, place.node.id),
			},
			{
				name: 'Remove',
				says: 'Take the nodes away; the outline stays whole, its neighbours re-fitted',
				needs: 'nodes',
				key: 'Delete',
				label: ({ nodes }) => (nodes.length > 1 ? `Delete ${nodes.length} nodes` : 'Delete a node'),
				suits: some,
				edit: ofNodes(removeNodes),
			},
			{
				name: 'Remove, leave open',
				says: 'Take the nodes and their segments away; the outline is open there',
				needs: 'nodes, with others left beside them',
				key: 'Shift Delete',
				label: called('Remove and leave open'),
				suits: some,
				edit: ofNodes(removeOpen),
			},
		],
	},
	{
		group: 'Handles',
		actions: [
			{
				name: 'Level or upright',
				says: 'Turn the handles to the nearer of level and upright; their lengths stay',
				needs: 'nodes with handles that are neither',
				label: called('Level the handles'),
				suits: some,
				edit: ofNodes(levelHandles),
			},
			{
				name: 'Even out',
				says: 'The two handles of each curve between the selected nodes equally long',
				needs: 'the two ends of a curve whose handles differ, or the first of them',
				label: called('Even the handles'),
				suits: some,
				edit: (sheet, chosen) => ({ sheet: evenHandles(sheet, orNext(chosen)) }),
			},
			{
				name: 'Smooth, as it comes in',
				says: 'Make the cusp smooth: the incoming handle stays, the outgoing one turns in line with it',
				needs: 'one cusp with an incoming handle',
				label: called('Make a cusp smooth'),
				suits: cuspWith('in'),
				edit: ofNode((sheet, id) => mendCusp(sheet, id, 'in')),
			},
			{
				name: 'Smooth, as it goes out',
				says: 'Make the cusp smooth: the outgoing handle stays, the incoming one turns in line with it',
				needs: 'one cusp with an outgoing handle',
				label: called('Make a cusp smooth'),
				suits: cuspWith('out'),
				edit: ofNode((sheet, id) => mendCusp(sheet, id, 'out')),
			},
		],
	},
	{
		group: 'Several',
		actions: [
			{
				name: 'Smooth this run',
				says: 'Every selected node between two others that are selected becomes smooth',
				needs: 'three neighbours or more, one of them not smooth',
				label: called('Smooth a run'),
				suits: three,
				edit: (sheet, { ids }) => ({ sheet: setKind(sheet, innerOf(sheet, ids), 'smooth') }),
			},
			{
				name: 'Line up level',
				says: 'All selected nodes at one height: the middle of where they are',
				needs: 'two nodes or more, not yet at one height',
				label: called('Line nodes up'),
				suits: several,
				edit: ofNodes((sheet, ids) => alignNodes(sheet, ids, 'y')),
			},
			{
				name: 'Line up upright',
				says: 'All selected nodes under each other: the middle of where they are',
				needs: 'two nodes or more, not yet under each other',
				label: called('Line nodes up'),
				suits: several,
				edit: ofNodes((sheet, ids) => alignNodes(sheet, ids, 'x')),
			},
			{
				name: 'Space across',
				says: 'The selected nodes in even steps from left to right',
				needs: 'three nodes or more, not yet in even steps',
				label: called('Space nodes'),
				suits: three,
				edit: ofNodes((sheet, ids) => spaceNodes(sheet, ids, 'x')),
			},
			{
				name: 'Space down',
				says: 'The selected nodes in even steps from top to bottom',
				needs: 'three nodes or more, not yet in even steps',
				label: called('Space nodes'),
				suits: three,
				edit: ofNodes((sheet, ids) => spaceNodes(sheet, ids, 'y')),
			},
		],
	},
	{
		group: 'Outline',
		actions: [
			{
				name: 'Join by a segment',
				says: 'A segment between two end nodes of open outlines; ends of one outline close it',
				needs: 'two end nodes of open outlines',
				label: called('Join by a segment'),
				suits: several,
				edit: ofNodes((sheet, ids) => joinEnds(sheet, ids, 'segment')),
			},
			{
				name: 'Join in one node',
				says: 'Two end nodes of open outlines become one, halfway between them',
				needs: 'two end nodes of open outlines',
				label: called('Join in one node'),
				suits: several,
				edit: ofNodes((sheet, ids) => joinEnds(sheet, ids, 'node')),
			},
			{
				name: 'Split here',
				says: 'Open the outline at the selected nodes; each stands twice then, once for either side',
				needs: 'nodes that are not the ends of an open outline',
				label: called('Split an outline'),
				suits: some,
				edit: (sheet, { ids }) => {
					const split = splitAt(sheet, ids)
					// One side alone: dragged away it shows the gap.
					const [, one = ''] = split.ends
					return { sheet: split.sheet, ids: ids.size === 1 ? new Set([one]) : split.ends }
				},
			},
			{
				name: 'First node here',
				says: 'The outline begins at this node',
				needs: 'one node of a closed outline, not its first',
				label: called('Move the first node'),
				suits: single,
				edit: ofNode(setFirstNode),
			},
			{
				name: 'Turn round',
				says: 'The outline runs the other way; handles in and out change over',
				needs: 'one node',
				label: called('Turn an outline round'),
				suits: single,
				edit: (sheet, { place }) => place && { sheet: reverseOutline(sheet, place.contour.id) },
			},
		],
	},
]

const ALL = NODE_ACTIONS.flatMap(({ actions }) => actions)

/** The likeliest first: what joins and mends, then what adds and takes away, then what arranges. */
const LIKELIEST = [
	'Join by a segment',
	'Join in one node',
	'Smooth, as it comes in',
	'Smooth, as it goes out',
]
export const ABLE_ORDER: readonly NodeAction[] = ALL.toSorted(
	(a, b) => Number(LIKELIEST.includes(b.name)) - Number(LIKELIEST.includes(a.name)),
)

/** What one does to the node that the hand is on, the likeliest first. */
const AT_NODE = [...LIKELIEST, 'Level or upright', 'Remove', 'Even out', 'Make a flat']
export const NODE_ORDER: readonly NodeAction[] = AT_NODE.flatMap((name) =>
	ALL.filter((action) => action.name === name),
)
