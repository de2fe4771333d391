import {
	add,
	type Box,
	bendSegment,
	boxOf,
	distance,
	dot,
	endBeside,
	findContour,
	findNode,
	type HandleSide,
	joinEnds,
	moveHandle,
	moveNodes,
	type NodeKind,
	neighbours,
	type PathNode,
	type Point,
	retractHandle,
	ringWinding,
	type Sheet,
	type Snapped,
	setKind,
	snapAngle,
	subtract,
	unit,
} from '@/core'
import { type Hit, hitTest, nodesIn, pieceUnder } from '@/editor/session/hitTest'
import { isKind } from '@/editor/session/holds'
import { apply, type Effect, type Sight, select } from '@/editor/session/machine'
import { ANGLE_STEP, type PointerInput } from '@/editor/session/tool'
import { NOTHING, type Selection, selectContour } from '@/store/selection'
import { givingKind } from '../giveKind'
import { insertingAt } from '../insertAt'
import { caughtBy, isFreed, sign, snapped } from '../snapped'

/** What the button holds. Drags start from the sheet as it was, so that no error adds up. */
export type Held =
	| {
			readonly what: 'nodes'
			readonly start: Point
			readonly base: Sheet
			readonly ids: ReadonlySet<string>
			/** Where the node that was grabbed stood. */
			readonly grabbed: Point
			readonly unshift: string | null
			/** The end that this one is joined with when it is let go. */
			readonly joins: string | null
	  }
	| {
			readonly what: 'handle'
			readonly start: Point
			readonly base: Sheet
			readonly id: string
			readonly side: HandleSide
			readonly offset: Point
	  }
	| {
			readonly what: 'segment'
			readonly start: Point
			readonly base: Sheet
			readonly contour: string
			readonly index: number
			readonly t: number
			readonly offset: Point
	  }
	| {
			/** A handle is pulled out of a node: which one, the first of the drag decides. */
			readonly what: 'pull'
			readonly start: Point
			readonly base: Sheet
			readonly id: string
			readonly side: HandleSide | null
	  }
	| {
			/** Nodes that the pointer goes over become of a kind. */
			readonly what: 'kind'
			readonly start: Point
			readonly kind: NodeKind
	  }
	| {
			readonly what: 'box' | 'lasso'
			readonly start: Point
			readonly before: Selection
			readonly add: boolean
	  }

const TAKE_AWAY = 'Take a handle away'

type HeldNodes = Extract<Held, { what: 'nodes' }>
type HeldArea = Extract<Held, { what: 'box' | 'lasso' }>

/** What a press takes hold of, and what it does at once. */
export interface Taken {
	readonly held: Held | null
	readonly effects: readonly Effect[]
}

export function take(hit: Hit | null, input: PointerInput, key: string, sight: Sight): Taken {
	const { at: start, hold } = input
	const base = sight.sheet()
	if (hold === 'lasso') return takeArea('lasso', input, sight)
	if (isKind(hold)) {
		const effects = hit?.kind === 'node' ? givingKind(base, hit.id, hold, key) : []
		return { held: { what: 'kind', start, kind: hold }, effects }
	}
	switch (hit?.kind) {
		case 'node':
			return hold === 'pull' ? takeToPull(hit, start, base) : takeNodes(hit, input, sight)
		case 'handle': {
			const { id, side, at } = hit
			const offset = subtract(start, at)
			return { held: { what: 'handle', start, base, id, side, offset }, effects: [] }
		}
		case 'segment': {
			const { contour, index, t, at } = hit
			if (hold === 'insert') return { held: null, effects: insertingAt(base, contour.id, index, t) }
			const offset = subtract(start, at)
			const held: Held = { what: 'segment', start, base, contour: contour.id, index, t, offset }
			return { held, effects: [] }
		}
	}
	return takeArea('box', input, sight)
}

function takeArea(what: 'box' | 'lasso', { at, shift }: PointerInput, sight: Sight): Taken {
	return { held: { what, start: at, before: sight.selection(), add: shift }, effects: [] }
}

function takeNodes(hit: Hit & { kind: 'node' }, { at, shift }: PointerInput, sight: Sight): Taken {
	const { nodes } = sight.selection()
	const base = sight.sheet()
	const has = nodes.has(hit.id)
	const chosen = shift && !has ? new Set([...nodes, hit.id]) : has ? nodes : new Set([hit.id])
	const selection = { ...selectContour(base, hit.contour.id), nodes: chosen }
	const grabbed = hit.contour.nodes[hit.index]?.at ?? at
	const unshift = shift && has ? hit.id : null
	return {
		held: { what: 'nodes', start: at, base, ids: chosen, grabbed, unshift, joins: null },
		effects: has ? [] : [select(selection)],
	}
}

function takeToPull(hit: Hit & { kind: 'node' }, start: Point, base: Sheet): Taken {
	return {
		held: { what: 'pull', start, base, id: hit.id, side: null },
		effects: [select(selectContour(base, hit.contour.id, [hit.id]))],
	}
}

/**
 * The handle that a pull means: the one that is missing; where both are, or none, the one towards
 * the neighbour that the drag goes to.
 */
function sidePulled(base: Sheet, id: string, to: Point): HandleSide {
	const place = findNode(base, id)
	if (!place) return 'out'
	const { node, contour, index } = place
	if (!node.in !== !node.out) return node.in ? 'out' : 'in'
	const { before, after } = neighbours(contour, index)
	const towards = (p: PathNode | undefined) =>
		p ? dot(unit(subtract(p.at, node.at)), subtract(to, node.at)) : Number.NEGATIVE_INFINITY
	return towards(before) > towards(after) ? 'in' : 'out'
}

/** What a drag does, and what is shown of it. */
export interface Dragged {
	/** What is held from now on, where the drag itself decided that. */
	readonly held?: Held
	readonly effects: readonly Effect[]
	readonly snap?: Snapped | null
	readonly box?: Box
	readonly lasso?: readonly Point[]
}

export function drag(
	held: Held,
	lasso: readonly Point[] | null,
	input: PointerInput,
	/** The kind that what is dragged was given on the way. */
	kind: NodeKind | null,
	key: string,
	sight: Sight,
): Dragged {
	switch (held.what) {
		case 'nodes':
			return dragNodes(held, input, kind, key, sight)
		case 'handle': {
			const { base, id, side, offset } = held
			const node = findNode(base, id)?.node
			const free = subtract(input.at, offset)
			// Dropped on its node a handle is taken away, and the other is as it was.
			if (node && distance(free, node.at) <= input.reach / 2)
				return { effects: [apply(TAKE_AWAY, () => retractHandle(base, id, side), key)] }
			const level = { levelWith: node?.at }
			const found = input.shift ? null : snapped(sight, free, input, level)
			const to = found?.at ?? (node ? snapAngle(node.at, free, ANGLE_STEP) : free)
			const move = () => pulledTo(base, id, side, to, kind)
			return { effects: [apply('Move a handle', move, key)], snap: found && sign(found) }
		}
		case 'segment': {
			const { base, contour, index, t, offset } = held
			const bend = () => bendSegment(base, contour, index, t, subtract(input.at, offset))
			return { effects: [apply('Bend a segment', bend, key)] }
		}
		case 'pull': {
			const { base, id } = held
			const side = held.side ?? sidePulled(base, id, input.at)
			const found = snapped(sight, input.at, input)
			const pull = () => pulledTo(base, id, side, found.at, kind)
			const pulling = apply('Pull a handle out', pull, key)
			return { held: { ...held, side }, effects: [pulling], snap: sign(found) }
		}
		case 'kind': {
			const sheet = sight.sheet()
			const hit = hitTest(sheet, sight.selection(), input.at, input.reach)
			return { effects: hit?.kind === 'node' ? givingKind(sheet, hit.id, held.kind, key) : [] }
		}
		case 'box':
		case 'lasso':
			return dragArea(held, lasso, input, sight)
	}
}

/** A handle at another place, its node of the kind it was given on the way. */
function pulledTo(base: Sheet, id: string, side: HandleSide, to: Point, kind: NodeKind | null) {
	if (kind === null || kind === 'cusp') return moveHandle(base, id, side, to, kind === 'cusp')
	const given = setKind(base, new Set([id]), kind)
	return kind === 'corner' ? given : moveHandle(given, id, side, to)
}

function dragNodes(
	held: HeldNodes,
	input: PointerInput,
	kind: NodeKind | null,
	key: string,
	sight: Sight,
): Dragged {
	const { ids, grabbed, start } = held
	const base = kind ? setKind(held.base, ids, kind) : held.base
	const label = ids.size > 1 ? `Move ${ids.size} nodes` : 'Move a node'
	const wanted = add(grabbed, subtract(input.at, start))
	const joins = joinFor(held, wanted, input, sight)
	const end = joins === null ? undefined : findNode(base, joins)?.node
	if (end)
		return {
			held: { ...held, joins },
			effects: [apply(label, () => moveNodes(base, ids, subtract(end.at, grabbed)), key)],
			snap: caughtBy(end.at),
		}
	const found = input.shift ? null : snapped(sight, wanted, input, { but: ids })
	const to = found?.at ?? snapAngle(grabbed, wanted, ANGLE_STEP)
	const by = subtract(to, grabbed)
	return {
		held: { ...held, joins: null },
		effects: [apply(label, () => moveNodes(base, ids, by), key)],
		snap: found && sign(found),
	}
}

/** The end that a single end which is dragged would be joined with where it is. */
function joinFor(
	{ ids, base }: HeldNodes,
	p: Point,
	{ reach, shift }: PointerInput,
	sight: Sight,
): string | null {
	const [id, more] = ids
	if (id === undefined || more !== undefined || shift || isFreed(sight)) return null
	return endBeside(base, id, p, reach)
}

/** What letting a drag go does. */
export function drop(held: Held, key: string, sight: Sight): readonly Effect[] {
	if (held.what !== 'nodes' || held.joins === null) return []
	const [id = ''] = held.ids
	const ends = new Set([id, held.joins])
	const joined = joinEnds(sight.sheet(), ends, 'node')
	const one = [...ends].find((each) => findNode(joined, each))
	const contour = one === undefined ? undefined : findNode(joined, one)?.contour.id
	return [
		apply('Join two ends', () => joined, key),
		...(one !== undefined && contour !== undefined
			? [select(selectContour(joined, contour, [one]))]
			: []),
	]
}

function dragArea(
	held: HeldArea,
	lasso: readonly Point[] | null,
	{ at }: PointerInput,
	sight: Sight,
): Dragged {
	const sheet = sight.sheet()
	const ring = held.what === 'lasso' ? [...(lasso ?? [held.start]), at] : null
	const box = boxOf(ring ?? [held.start, at])
	const inside = nodesIn(sheet, box).filter((id) => !ring || encloses(sheet, ring, id))
	const nodes = new Set(held.add ? [...held.before.nodes, ...inside] : inside)
	const [first] = nodes
	const place = first === undefined ? undefined : findNode(sheet, first)
	const selection = place ? { piece: place.piece.id, contour: place.contour.id, nodes } : NOTHING
	return { effects: [select(selection)], ...(ring ? { lasso: ring } : { box }) }
}

function encloses(sheet: Sheet, ring: readonly Point[], id: string): boolean {
	const node = findNode(sheet, id)?.node
	return node !== undefined && ringWinding(ring, node.at) !== 0
}

/** What a press does that did not move. */
export function click(
	held: Held,
	hover: Hit | null,
	{ at, shift }: PointerInput,
	sight: Sight,
): readonly Effect[] {
	const selection = sight.selection()
	const sheet = sight.sheet()
	switch (held.what) {
		case 'nodes': {
			if (held.unshift) {
				const nodes = new Set(selection.nodes)
				nodes.delete(held.unshift)
				return [select({ ...selection, nodes })]
			}
			const only = !shift && hover?.kind === 'node' && selection.nodes.size > 1
			return only ? [select({ ...selection, nodes: new Set([hover.id]) })] : []
		}
		case 'segment': {
			const { nodes = [] } = findContour(sheet, held.contour)?.contour ?? {}
			const ends = [nodes[held.index], nodes[(held.index + 1) % nodes.length]]
			const kept = shift ? [...selection.nodes] : []
			const ids = ends.flatMap((node) => node?.id ?? [])
			return [select(selectContour(sheet, held.contour, [...kept, ...ids]))]
		}
		case 'box':
		case 'lasso': {
			if (held.add) return []
			return [select({ ...NOTHING, piece: pieceUnder(sheet, at)?.id ?? null })]
		}
		case 'handle':
		case 'pull':
		case 'kind':
			return []
	}
}
