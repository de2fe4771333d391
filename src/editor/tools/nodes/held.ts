import {
	add,
	type Box,
	bendSegment,
	boxOf,
	distance,
	findContour,
	findNode,
	type HandleSide,
	moveHandle,
	moveNodes,
	type Point,
	retractHandle,
	ringWinding,
	type Sheet,
	type Snapped,
	snapAngle,
	subtract,
} from '@/core'
import { type Hit, nodesIn, pieceUnder } from '@/editor/bench/hitTest'
import { apply, type Effect, type Sight, select } from '@/editor/bench/machine'
import { ANGLE_STEP, type PointerInput } from '@/editor/bench/tool'
import { NOTHING, type Selection, selectContour } from '@/store/selection'
import { insertingAt } from '../insertAt'
import { sign, snapped } from '../snapped'
import { togglingKind } from '../toggleKind'

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
			/** A node pressed with Alt: let go, its kind changes; dragged, a handle is pulled out. */
			readonly what: 'pull'
			readonly start: Point
			readonly base: Sheet
			readonly id: string
			readonly side: HandleSide
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

export function take(hit: Hit | null, input: PointerInput, sight: Sight): Taken {
	const start = input.at
	const base = sight.sheet()
	switch (hit?.kind) {
		case 'node':
			return input.alt ? takeToPull(hit, start, base) : takeNodes(hit, input, sight)
		case 'handle': {
			const { id, side, at } = hit
			const offset = subtract(start, at)
			return { held: { what: 'handle', start, base, id, side, offset }, effects: [] }
		}
		case 'segment': {
			const { contour, index, t, at } = hit
			if (input.alt) return { held: null, effects: insertingAt(base, contour.id, index, t) }
			const offset = subtract(start, at)
			const held: Held = { what: 'segment', start, base, contour: contour.id, index, t, offset }
			return { held, effects: [] }
		}
	}
	const before = sight.selection()
	const what = input.alt ? 'lasso' : 'box'
	return { held: { what, start, before, add: input.shift }, effects: [] }
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
		held: { what: 'nodes', start: at, base, ids: chosen, grabbed, unshift },
		effects: has ? [] : [select(selection)],
	}
}

function takeToPull(hit: Hit & { kind: 'node' }, start: Point, base: Sheet): Taken {
	const side = hit.contour.nodes[hit.index]?.out ? 'in' : 'out'
	return {
		held: { what: 'pull', start, base, id: hit.id, side },
		effects: [select(selectContour(base, hit.contour.id, [hit.id]))],
	}
}

/** What a drag does, and what is shown of it. */
export interface Dragged {
	readonly effects: readonly Effect[]
	readonly snap?: Snapped | null
	readonly box?: Box
	readonly lasso?: readonly Point[]
}

export function drag(
	held: Held,
	lasso: readonly Point[] | null,
	input: PointerInput,
	key: string,
	sight: Sight,
): Dragged {
	switch (held.what) {
		case 'nodes':
			return dragNodes(held, input, key, sight)
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
			const move = () => moveHandle(base, id, side, to, input.alt)
			return { effects: [apply('Move a handle', move, key)], snap: found && sign(found) }
		}
		case 'segment': {
			const { base, contour, index, t, offset } = held
			const bend = () => bendSegment(base, contour, index, t, subtract(input.at, offset))
			return { effects: [apply('Bend a segment', bend, key)] }
		}
		case 'pull': {
			const { base, id, side } = held
			const found = snapped(sight, input.at, input)
			const pull = () => moveHandle(base, id, side, found.at)
			return { effects: [apply('Pull a handle out', pull, key)], snap: sign(found) }
		}
		case 'box':
		case 'lasso':
			return dragArea(held, lasso, input, sight)
	}
}

function dragNodes(held: HeldNodes, input: PointerInput, key: string, sight: Sight): Dragged {
	const { base, ids, grabbed, start } = held
	const label = ids.size > 1 ? `Move ${ids.size} nodes` : 'Move a node'
	const wanted = add(grabbed, subtract(input.at, start))
	const found = input.shift ? null : snapped(sight, wanted, input, { but: ids })
	const to = found?.at ?? snapAngle(grabbed, wanted, ANGLE_STEP)
	const by = subtract(to, grabbed)
	return {
		effects: [apply(label, () => moveNodes(base, ids, by), key)],
		snap: found && sign(found),
	}
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
		case 'pull':
			return togglingKind(sheet, held.id)
		case 'box':
		case 'lasso': {
			if (held.add) return []
			return [select({ ...NOTHING, piece: pieceUnder(sheet, at)?.id ?? null })]
		}
		case 'handle':
			return []
	}
}
