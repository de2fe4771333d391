import {
	addExtrema,
	alignNodes,
	evenHandles,
	findNode,
	insertMiddles,
	isEnd,
	joinEnds,
	levelHandles,
	makeFlat,
	mendCusp,
	type NodePlace,
	neighbours,
	nodesWith,
	type PathNode,
	removeNodes,
	removeOpen,
	reverseOutline,
	type Sheet,
	setFirstNode,
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
	readonly key?: string
	can(chosen: Chosen): boolean
	run(open: OpenSheet, chosen: Chosen): void
}

export interface ActionGroup {
	readonly group: string
	readonly actions: readonly NodeAction[]
}

type Made = { readonly sheet: Sheet; readonly ids: ReadonlySet<string> }

/** Applies an edit that makes nodes, and selects them. */
function applyMade(open: OpenSheet, label: string, edit: (sheet: Sheet) => Made | null): void {
	let made: ReadonlySet<string> = new Set()
	open.apply(label, (sheet) => {
		const result = edit(sheet)
		made = result?.ids ?? made
		return result?.sheet ?? sheet
	})
	const [first] = made
	const found = first === undefined ? undefined : findNode(open.sheet(), first)
	if (found) open.select(selectContour(open.sheet(), found.contour.id, made))
}

const some = ({ nodes }: Chosen) => nodes.length > 0
const several = ({ nodes }: Chosen) => nodes.length > 1
/** A single node, and the one after it. */
const orNext = ({ place, ids }: Chosen): ReadonlySet<string> => {
	const after = place && neighbours(place.contour, place.index).after
	return after ? new Set([place.node.id, after.id]) : ids
}
/** The whole outline of a single node. */
const orOutline = ({ place, ids }: Chosen): ReadonlySet<string> =>
	place ? new Set(place.contour.nodes.map((node) => node.id)) : ids

const curved = ({ place, nodes }: Chosen) =>
	place !== null ? place.contour.nodes.some((n) => n.out || n.in) : nodes.some((n) => n.out || n.in)

export const NODE_ACTIONS: readonly ActionGroup[] = [
	{
		group: 'Nodes',
		actions: [
			{
				name: 'Add between',
				says: 'A node in the middle of each segment between the selected nodes, or after the one',
				key: 'A',
				can: some,
				run: (open, chosen) =>
					applyMade(open, 'Insert in the middle', (s) => insertMiddles(s, orNext(chosen))),
			},
			{
				name: 'Outermost points',
				says: 'Nodes at the outermost points of the curves, and needless ones beside them away',
				can: curved,
				run: (open, chosen) =>
					applyMade(open, 'Add outermost points', (s) => addExtrema(s, orOutline(chosen))),
			},
			{
				name: 'Make a flat',
				says: 'Two nodes and a straight stretch in place of the one: a flat that one node cannot give',
				can: ({ place }) => Boolean(place?.node.in && place.node.out && place.node.kind !== 'cusp'),
				run: (open, { place }) => {
					if (place) applyMade(open, 'Make a flat', (s) => makeFlat(s, place.node.id))
				},
			},
			{
				name: 'Remove',
				says: 'Take the nodes away; the outline stays whole, its neighbours re-fitted',
				key: 'Delete',
				can: some,
				run: (open, { ids, nodes }) =>
					open.apply(nodes.length > 1 ? `Delete ${nodes.length} nodes` : 'Delete a node', (s) =>
						removeNodes(s, ids),
					),
			},
			{
				name: 'Remove, leave open',
				says: 'Take the nodes and their segments away; the outline is open there',
				key: 'Shift Delete',
				can: some,
				run: (open, { ids }) => open.apply('Remove and leave open', (s) => removeOpen(s, ids)),
			},
		],
	},
	{
		group: 'Handles',
		actions: [
			{
				name: 'Level or upright',
				says: 'Turn the handles to the nearer of level and upright; their lengths stay',
				can: ({ nodes }) => nodes.some((node) => node.in || node.out),
				run: (open, { ids }) => open.apply('Level the handles', (s) => levelHandles(s, ids)),
			},
			{
				name: 'Even out',
				says: 'The two handles of each curve between the selected nodes equally long',
				can: curved,
				run: (open, chosen) =>
					open.apply('Even the handles', (s) => evenHandles(s, orNext(chosen))),
			},
			{
				name: 'Mend by incoming',
				says: 'Make the cusp smooth: the incoming handle stays, the outgoing one turns to face it',
				can: ({ place }) => place?.node.kind === 'cusp' && place.node.in !== undefined,
				run: (open, { place }) =>
					open.apply('Mend a cusp', (s) => (place ? mendCusp(s, place.node.id, 'in') : s)),
			},
			{
				name: 'Mend by outgoing',
				says: 'Make the cusp smooth: the outgoing handle stays, the incoming one turns to face it',
				can: ({ place }) => place?.node.kind === 'cusp' && place.node.out !== undefined,
				run: (open, { place }) =>
					open.apply('Mend a cusp', (s) => (place ? mendCusp(s, place.node.id, 'out') : s)),
			},
		],
	},
	{
		group: 'Several',
		actions: [
			{
				name: 'Line up level',
				says: 'All selected nodes at one height: the middle of where they are',
				can: several,
				run: (open, { ids }) => open.apply('Line nodes up', (s) => alignNodes(s, ids, 'y')),
			},
			{
				name: 'Line up upright',
				says: 'All selected nodes under each other: the middle of where they are',
				can: several,
				run: (open, { ids }) => open.apply('Line nodes up', (s) => alignNodes(s, ids, 'x')),
			},
			{
				name: 'Space across',
				says: 'The selected nodes in even steps from left to right',
				can: ({ nodes }) => nodes.length > 2,
				run: (open, { ids }) => open.apply('Space nodes', (s) => spaceNodes(s, ids, 'x')),
			},
			{
				name: 'Space down',
				says: 'The selected nodes in even steps from top to bottom',
				can: ({ nodes }) => nodes.length > 2,
				run: (open, { ids }) => open.apply('Space nodes', (s) => spaceNodes(s, ids, 'y')),
			},
		],
	},
	{
		group: 'Outline',
		actions: [
			{
				name: 'Join by a segment',
				says: 'A segment between two end nodes of open outlines; ends of one outline close it',
				can: several,
				run: (open, { ids }) => join(open, ids, 'segment'),
			},
			{
				name: 'Join in one node',
				says: 'Two end nodes of open outlines become one, halfway between them',
				can: several,
				run: (open, { ids }) => join(open, ids, 'node'),
			},
			{
				name: 'Split here',
				says: 'Open the outline at the selected nodes; each stands twice then, once for either side',
				can: ({ place, nodes }) => (place ? !isEnd(place) : nodes.length > 1),
				run: (open, { ids }) => {
					applyMade(open, 'Split an outline', (s) => {
						const { sheet, ends } = splitAt(s, ids)
						return { sheet, ids: ends }
					})
				},
			},
			{
				name: 'First node here',
				says: 'The outline begins at this node',
				can: ({ place }) => Boolean(place?.contour.closed && place.index > 0),
				run: (open, { place }) =>
					open.apply('Move the first node', (s) => (place ? setFirstNode(s, place.node.id) : s)),
			},
			{
				name: 'Turn round',
				says: 'The outline runs the other way; handles in and out change over',
				can: ({ place }) => place !== null,
				run: (open, { place }) =>
					open.apply('Turn an outline round', (s) =>
						place ? reverseOutline(s, place.contour.id) : s,
					),
			},
		],
	},
]

/** @throws {CannotJoin} which the card says in words */
function join(open: OpenSheet, ids: ReadonlySet<string>, how: 'segment' | 'node'): void {
	open.apply(how === 'segment' ? 'Join by a segment' : 'Join in one node', (s) =>
		joinEnds(s, ids, how),
	)
}
