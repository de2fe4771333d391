import {
	add,
	findNode,
	type HandleSide,
	insertMiddles,
	mix,
	moveHandle,
	moveNodes,
	type NodeKind,
	type NodePlace,
	neighbours,
	nodesWhere,
	type PathNode,
	type Point,
	removeNodes,
	removeOpen,
	retractHandle,
	setKind,
} from '@/core'
import type { Shortcut } from '@/editor/session/definitions'
import { apply, type Effect, type Sight, select } from '@/editor/session/machine'
import type { KeyInput } from '@/editor/session/tool'
import { NOTHING, piecesAtWork, selectContour, selectNodes } from '@/store/selection'
import { ARROWS, NUDGES, nudgeStep } from '../nudge'

/** The handle that keys move in place of its node, for as long as that node alone is selected. */
export type Arm = { readonly node: string; readonly side: HandleSide } | null

/** What a key does; `null` where it means nothing as things stand. */
export interface Pressed {
	readonly arm: Arm
	readonly effects: readonly Effect[]
}

interface NodesKey extends Shortcut {
	readonly taps: readonly string[]
	/** With Shift or without, where that makes a difference. */
	readonly shift?: boolean
	readonly mod?: boolean
	readonly press: (input: KeyInput, arm: Arm, sight: Sight) => Pressed | null
}

/** The one node that is selected, if it is one. */
export function singleNode(sight: Sight): NodePlace | undefined {
	const [id, more] = sight.selection().nodes
	return id !== undefined && more === undefined ? findNode(sight.sheet(), id) : undefined
}

/** The handle that keys move, where the node has it. */
export function armedHandle(
	arm: Arm,
	sight: Sight,
): { node: PathNode; side: HandleSide; at: Point } | null {
	const node = singleNode(sight)?.node
	if (!arm || node?.id !== arm.node) return null
	const at = node[arm.side]
	return at ? { node, side: arm.side, at } : null
}

/** The key of Nodes that a press is. */
export function nodesKey({ key, shift, mod }: KeyInput): NodesKey | undefined {
	return NODES_KEYS.find(
		(own) =>
			own.taps.includes(key) &&
			(own.mod ?? false) === mod &&
			(own.shift === undefined || own.shift === shift),
	)
}

const kindKey = (key: string, kind: NodeKind): NodesKey => ({
	keys: key.toUpperCase(),
	does: `Make ${kind}`,
	taps: [key],
	press: (_, arm, sight) => {
		const { nodes } = sight.selection()
		if (nodes.size === 0) return null
		const label = nodes.size > 1 ? `Make ${nodes.size} nodes ${kind}` : `Make ${kind}`
		return { arm, effects: [apply(label, (sheet) => setKind(sheet, nodes, kind))] }
	},
})

const handleKey = (key: string, side: HandleSide, name: string): NodesKey => ({
	keys: key.toUpperCase(),
	does: `${name} handle: arrows move it`,
	taps: [key],
	press: (_, arm, sight) => takeHandle(side, arm, sight),
})

/** All keys of Nodes. */
export const NODES_KEYS: readonly NodesKey[] = [
	kindKey('c', 'corner'),
	kindKey('s', 'smooth'),
	kindKey('y', 'symmetric'),
	kindKey('x', 'cusp'),
	{
		keys: 'Arrows',
		does: NUDGES,
		taps: Object.keys(ARROWS),
		press: nudge,
	},
	handleKey('i', 'in', 'Incoming'),
	handleKey('o', 'out', 'Outgoing'),
	{ keys: 'A', does: 'Insert in the middle', taps: ['a'], press: insertBetween },
	{
		keys: 'Delete',
		does: 'Remove nodes, keep the outline whole',
		taps: ['delete', 'backspace'],
		shift: false,
		press: (_, arm, sight) => removeChosen(arm, sight),
	},
	{
		keys: 'Shift Delete',
		does: 'Remove and leave open',
		taps: ['delete', 'backspace'],
		shift: true,
		press: (_, arm, sight) => {
			if (armedHandle(arm, sight)) return removeChosen(arm, sight)
			const { nodes } = sight.selection()
			if (nodes.size === 0) return null
			return { arm, effects: [apply('Remove and leave open', (sheet) => removeOpen(sheet, nodes))] }
		},
	},
	{
		keys: 'Ctrl A',
		does: 'Select all nodes of the pieces chosen, or of all',
		taps: ['a'],
		mod: true,
		press: (_, arm, sight) => ({ arm, effects: [selectAll(sight)] }),
	},
	{
		keys: 'Esc',
		does: 'Select nothing',
		taps: ['escape'],
		press: (_, arm, sight) => {
			if (armedHandle(arm, sight)) return { arm: null, effects: [] }
			const { nodes, piece, contour } = sight.selection()
			const less = nodes.size > 0 ? { piece, contour, nodes: new Set<string>() } : NOTHING
			return { arm, effects: [select(less)] }
		},
	},
]

function nudge({ key, shift, finely }: KeyInput, arm: Arm, sight: Sight): Pressed | null {
	const [dx, dy] = ARROWS[key] ?? [0, 0]
	const ids = sight.selection().nodes
	if (ids.size === 0) return null
	const step = nudgeStep({ shift, finely })
	const by: Point = [dx * step, dy * step]
	const handle = armedHandle(arm, sight)
	if (handle) {
		const { node, side, at } = handle
		const move = apply(
			'Nudge a handle',
			(sheet) => moveHandle(sheet, node.id, side, add(at, by)),
			`nudge:${node.id}:${side}`,
		)
		return { arm, effects: [move] }
	}
	const label = ids.size > 1 ? `Nudge ${ids.size} nodes` : 'Nudge a node'
	const run = `nudge:${[...ids].join()}`
	return { arm, effects: [apply(label, (sheet) => moveNodes(sheet, ids, by), run)] }
}

/** Takes a handle in hand for the keys; one that is missing is pulled out towards its neighbour. */
function takeHandle(side: HandleSide, arm: Arm, sight: Sight): Pressed | null {
	const place = singleNode(sight)
	if (!place) return null
	if (armedHandle(arm, sight)?.side === side) return { arm: null, effects: [] }
	const { node } = place
	const taken = { node: node.id, side }
	if (node[side]) return { arm: taken, effects: [] }
	const { before, after } = neighbours(place.contour, place.index)
	const towards = side === 'in' ? before : after
	if (!towards) return { arm: null, effects: [] }
	const to = mix(node.at, towards.at, 1 / 3)
	const pull = apply('Pull a handle out', (sheet) => moveHandle(sheet, node.id, side, to))
	return { arm: taken, effects: [pull] }
}

/** Inserts nodes in the middle of the segments between selected nodes, or of the one after a single node. */
function insertBetween(_: KeyInput, arm: Arm, sight: Sight): Pressed | null {
	const { nodes } = sight.selection()
	if (nodes.size === 0) return null
	const place = singleNode(sight)
	const after = place && neighbours(place.contour, place.index).after
	const made = insertMiddles(sight.sheet(), after ? new Set([place.node.id, after.id]) : nodes)
	const [first] = made.ids
	const found = first === undefined ? undefined : findNode(made.sheet, first)
	if (!found) return { arm, effects: [] }
	return {
		arm,
		effects: [
			apply('Insert in the middle', () => made.sheet),
			select(selectContour(made.sheet, found.contour.id, made.ids)),
		],
	}
}

function removeChosen(arm: Arm, sight: Sight): Pressed | null {
	const { nodes } = sight.selection()
	if (nodes.size === 0) return null
	const handle = armedHandle(arm, sight)
	if (handle) {
		const { node, side } = handle
		const edit = apply('Take a handle away', (sheet) => retractHandle(sheet, node.id, side))
		return { arm: null, effects: [edit] }
	}
	const label = nodes.size > 1 ? `Delete ${nodes.size} nodes` : 'Delete a node'
	return { arm, effects: [apply(label, (sheet) => removeNodes(sheet, nodes))] }
}

function selectAll(sight: Sight): Effect {
	const selection = sight.selection()
	const sheet = sight.sheet()
	const all = nodesWhere(sheet, piecesAtWork(sheet, selection), () => true)
	return select({ ...selection, ...selectNodes(sheet, all) })
}
