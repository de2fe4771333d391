import {
	add,
	type Box,
	bendSegment,
	boxOf,
	distance,
	findContour,
	findNode,
	type HandleSide,
	insertMiddles,
	mix,
	moveHandle,
	moveNodes,
	type NodeKind,
	neighbours,
	type PathNode,
	type Point,
	removeNodes,
	removeOpen,
	retractHandle,
	ringWinding,
	type Sheet,
	type Snapped,
	setKind,
	snapAngle,
	subtract,
} from '@/core'
import { NOTHING, type Selection, selectContour } from '@/store/selection'
import { type Hit, hitTest, nodesIn, pieceUnder } from '../canvas/hitTest'
import { insertAt } from './insertAt'
import { armHint, heldHint, hoverHint, whereHint } from './nodesHints'
import { ARROWS, nudgeStep } from './nudge'
import { sign, snapped } from './snapped'
import { toggleKind } from './toggleKind'
import {
	ANGLE_STEP,
	type Bench,
	DRAG_PX,
	type KeyInput,
	NO_OVERLAY,
	type PointerInput,
	type Tool,
} from './tool'

/** What the button holds. Drags start from the sheet as it was, so that no error adds up. */
type Held =
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

const KINDS: Readonly<Record<string, NodeKind>> = {
	c: 'corner',
	s: 'smooth',
	y: 'symmetric',
	x: 'cusp',
}
/** Nodes edits what is there: nodes, handles and segments, one or many at a time. */
export function createNodes(bench: Bench): Tool {
	let held: Held | null = null
	let dragging = false
	let run = 0
	let hover: Hit | null = null
	let box: Box | null = null
	let snap: Snapped | null = null
	let lasso: readonly Point[] | null = null
	/** The handle of the one selected node that keys move, in place of the node. */
	let arm: HandleSide | null = null

	/** The one node that is selected, if it is one. */
	const single = () => {
		const [id, more] = bench.selection().nodes
		return id !== undefined && more === undefined ? findNode(bench.sheet(), id) : undefined
	}
	const armed = () => {
		const node = single()?.node
		const at = arm && node?.[arm]
		return arm && node && at ? { node, side: arm, at } : null
	}

	const look = (input: PointerInput) =>
		hitTest(bench.sheet(), bench.selection(), input.at, input.reach)
	const key = () => `nodes:${run}`

	const takeNode = (hit: Hit & { kind: 'node' }, input: PointerInput) => {
		const selection = bench.selection()
		const has = selection.nodes.has(hit.id)
		let unshift: string | null = null
		if (input.shift && has) unshift = hit.id
		else if (input.shift)
			bench.select({
				...selectContour(bench.sheet(), hit.contour.id),
				nodes: new Set([...selection.nodes, hit.id]),
			})
		else if (!has) bench.select(selectContour(bench.sheet(), hit.contour.id, [hit.id]))
		held = {
			what: 'nodes',
			start: input.at,
			base: bench.sheet(),
			ids: bench.selection().nodes,
			grabbed: hit.contour.nodes[hit.index]?.at ?? input.at,
			unshift,
		}
	}

	/** Where a point comes to lie under the snapping in force; what caught it is shown. */
	const caught = (p: Point, input: PointerInput, o: Parameters<typeof snapped>[3]): Point => {
		const found = snapped(bench, p, input, o)
		snap = sign(found)
		return found.at
	}

	const encloses = (ring: readonly Point[], id: string): boolean => {
		const node = findNode(bench.sheet(), id)?.node
		return node !== undefined && ringWinding(ring, node.at) !== 0
	}

	const drag = (input: PointerInput, grip: Held) => {
		const from = grip.start
		snap = null
		switch (grip.what) {
			case 'nodes': {
				const label = grip.ids.size > 1 ? `Move ${grip.ids.size} nodes` : 'Move a node'
				const wanted = add(grip.grabbed, subtract(input.at, from))
				const to = input.shift
					? snapAngle(grip.grabbed, wanted, ANGLE_STEP)
					: caught(wanted, input, { but: grip.ids })
				const by = subtract(to, grip.grabbed)
				return bench.apply(label, () => moveNodes(grip.base, grip.ids, by), key())
			}
			case 'handle': {
				const node = findNode(grip.base, grip.id)?.node
				const free = subtract(input.at, grip.offset)
				const to =
					input.shift && node
						? snapAngle(node.at, free, ANGLE_STEP)
						: caught(free, input, { levelWith: node?.at })
				return bench.apply(
					'Move a handle',
					() => moveHandle(grip.base, grip.id, grip.side, to, input.alt),
					key(),
				)
			}
			case 'segment': {
				const to = subtract(input.at, grip.offset)
				return bench.apply(
					'Bend a segment',
					() => bendSegment(grip.base, grip.contour, grip.index, grip.t, to),
					key(),
				)
			}
			case 'pull':
				return bench.apply(
					'Pull a handle out',
					() => moveHandle(grip.base, grip.id, grip.side, caught(input.at, input, {})),
					key(),
				)
			case 'box':
			case 'lasso': {
				if (grip.what === 'box') box = boxOf([from, input.at])
				else lasso = [...(lasso ?? [from]), input.at]
				const inside = lasso
					? nodesIn(bench.sheet(), boxOf(lasso)).filter((id) => encloses(lasso ?? [], id))
					: nodesIn(bench.sheet(), boxOf([from, input.at]))
				const nodes = new Set(grip.add ? [...grip.before.nodes, ...inside] : inside)
				const first = [...nodes][0]
				const place = first === undefined ? undefined : findNode(bench.sheet(), first)
				return bench.select(
					place ? { piece: place.piece.id, contour: place.contour.id, nodes } : NOTHING,
				)
			}
		}
	}

	/** A press that did not move. */
	const click = (input: PointerInput, grip: Held) => {
		const selection = bench.selection()
		switch (grip.what) {
			case 'nodes': {
				if (grip.unshift) {
					const nodes = new Set(selection.nodes)
					nodes.delete(grip.unshift)
					return bench.select({ ...selection, nodes })
				}
				const only = !input.shift && hover?.kind === 'node' ? [hover.id] : null
				return only && selection.nodes.size > 1
					? bench.select({ ...selection, nodes: new Set(only) })
					: undefined
			}
			case 'segment': {
				const found = findContour(bench.sheet(), grip.contour)
				const { nodes = [] } = found?.contour ?? {}
				const ends = [nodes[grip.index], nodes[(grip.index + 1) % nodes.length]].flatMap(
					(n) => n?.id ?? [],
				)
				const kept = input.shift ? [...selection.nodes] : []
				return bench.select(selectContour(bench.sheet(), grip.contour, [...kept, ...ends]))
			}
			case 'pull':
				return toggleKind(bench, grip.id)
			case 'box':
			case 'lasso': {
				const piece = grip.add ? null : pieceUnder(bench.sheet(), input.at)
				if (!grip.add) bench.select({ ...NOTHING, piece: piece?.id ?? null })
			}
		}
	}

	const nudge = ({ key: name, shift, alt }: KeyInput): boolean => {
		const way = ARROWS[name]
		const ids = bench.selection().nodes
		if (!way || ids.size === 0) return false
		const step = nudgeStep({ shift, alt })
		const handle = armed()
		if (handle) {
			const { node, side, at } = handle
			const to = add(at, [way[0] * step, way[1] * step])
			bench.apply(
				'Nudge a handle',
				(sheet) => moveHandle(sheet, node.id, side, to),
				`nudge:${node.id}:${side}`,
			)
			return true
		}
		bench.apply(
			ids.size > 1 ? `Nudge ${ids.size} nodes` : 'Nudge a node',
			(sheet) => moveNodes(sheet, ids, [way[0] * step, way[1] * step]),
			`nudge:${[...ids].join()}`,
		)
		return true
	}

	/** Takes a handle in hand for the keys; one that is missing is pulled out towards its neighbour. */
	const takeHandle = (side: HandleSide): boolean => {
		const place = single()
		if (!place) return false
		arm = arm === side ? null : side
		if (!arm || place.node[side]) return true
		const { before, after } = neighbours(place.contour, place.index)
		const towards = side === 'in' ? before : after
		if (!towards) {
			arm = null
			return true
		}
		const to = mix(place.node.at, towards.at, 1 / 3)
		bench.apply('Pull a handle out', (sheet) => moveHandle(sheet, place.node.id, side, to))
		return true
	}

	/** Inserts nodes in the middle of the segments between selected nodes, or of the one after a single node. */
	const insertBetween = (): boolean => {
		const place = single()
		const after = place && neighbours(place.contour, place.index).after
		const ends = after ? new Set([place.node.id, after.id]) : bench.selection().nodes
		let inserted: ReadonlySet<string> = new Set()
		bench.apply('Insert in the middle', (sheet) => {
			const made = insertMiddles(sheet, ends)
			inserted = made.ids
			return made.sheet
		})
		const [first] = inserted
		const found = first === undefined ? undefined : findNode(bench.sheet(), first)
		if (found) bench.select(selectContour(bench.sheet(), found.contour.id, inserted))
		return true
	}

	return {
		down: (input) => {
			run++
			dragging = false
			hover = look(input)
			arm = null
			if (!hover) {
				held = {
					what: input.alt ? 'lasso' : 'box',
					start: input.at,
					before: bench.selection(),
					add: input.shift,
				}
				return
			}
			switch (hover.kind) {
				case 'node':
					if (!input.alt) return takeNode(hover, input)
					held = {
						what: 'pull',
						start: input.at,
						base: bench.sheet(),
						id: hover.id,
						side: hover.contour.nodes[hover.index]?.out ? 'in' : 'out',
					}
					bench.select(selectContour(bench.sheet(), hover.contour.id, [hover.id]))
					return
				case 'handle': {
					const { id, side, at } = hover
					held = {
						what: 'handle',
						start: input.at,
						base: bench.sheet(),
						id,
						side,
						offset: subtract(input.at, at),
					}
					return
				}
				case 'segment': {
					const { contour, index, t, at } = hover
					if (input.alt) return insertAt(bench, contour.id, index, t)
					const offset = subtract(input.at, at)
					held = {
						what: 'segment',
						start: input.at,
						base: bench.sheet(),
						contour: contour.id,
						index,
						t,
						offset,
					}
				}
			}
		},

		move: (input) => {
			if (!held) {
				hover = look(input)
				return
			}
			if (!dragging && distance(input.at, held.start) < DRAG_PX * input.pixel) return
			if (!dragging && held.what === 'segment') {
				bench.select(selectContour(bench.sheet(), held.contour))
			}
			dragging = true
			drag(input, held)
		},

		up: (input) => {
			if (held && !dragging) click(input, held)
			if (held?.what === 'handle' && dragging) {
				const grip = held
				const node = findNode(bench.sheet(), grip.id)?.node
				const handle = node?.[grip.side]
				if (node && handle && distance(handle, node.at) <= input.reach / 2) {
					bench.apply(
						'Take a handle away',
						(sheet) => retractHandle(sheet, grip.id, grip.side),
						key(),
					)
				}
			}
			held = null
			box = null
			lasso = null
			snap = null
			dragging = false
			bench.seal()
			hover = look(input)
		},

		doubleClick: (input) => {
			const hit = look(input)
			if (hit?.kind !== 'segment' && hit?.kind !== 'node') return
			bench.select(
				selectContour(
					bench.sheet(),
					hit.contour.id,
					hit.contour.nodes.map((n) => n.id),
				),
			)
		},

		key: (input) => {
			const { nodes, piece, contour } = bench.selection()
			if (input.mod) {
				if (input.key !== 'a') return false
				const pieces = bench
					.sheet()
					.pieces.filter((p) => (piece ? p.id === piece : !p.hidden && !p.locked))
				const all = pieces.flatMap((p) => p.contours.flatMap((c) => c.nodes.map((n) => n.id)))
				bench.select({ piece: piece ?? pieces[0]?.id ?? null, contour, nodes: new Set(all) })
				return true
			}
			if (input.key in ARROWS) return nudge(input)
			if (input.key === 'escape' && arm) {
				arm = null
				return true
			}
			if (input.key === 'escape') {
				bench.select(nodes.size > 0 ? { piece, contour, nodes: new Set() } : NOTHING)
				return true
			}
			if (nodes.size === 0) return false
			const kind = KINDS[input.key]
			if (kind) {
				bench.apply(nodes.size > 1 ? `Make ${nodes.size} nodes ${kind}` : `Make ${kind}`, (sheet) =>
					setKind(sheet, nodes, kind),
				)
				return true
			}
			if (input.key === 'i') return takeHandle('in')
			if (input.key === 'o') return takeHandle('out')
			if (input.key === 'a') return insertBetween()
			if (input.key !== 'delete' && input.key !== 'backspace') return false
			const handle = armed()
			if (handle) {
				arm = null
				bench.apply('Take a handle away', (sheet) =>
					retractHandle(sheet, handle.node.id, handle.side),
				)
			} else if (input.shift) {
				bench.apply('Remove and leave open', (sheet) => removeOpen(sheet, nodes))
			} else {
				bench.apply(nodes.size > 1 ? `Delete ${nodes.size} nodes` : 'Delete a node', (sheet) =>
					removeNodes(sheet, nodes),
				)
			}
			return true
		},

		rest: () => {
			held = null
			hover = null
			box = null
			lasso = null
			arm = null
			dragging = false
		},

		hint: () => {
			if (held && dragging) return heldHint(held.what)
			const handle = armed()
			return handle
				? armHint(handle.side)
				: hoverHint(hover, bench.selection().nodes.size, whereHint(single()))
		},
		overlay: () => {
			const handle = armed()
			const shown = handle ? handleHit(handle) : hover
			return { ...NO_OVERLAY, box, lasso, hover: dragging ? null : shown, snapped: snap }
		},
		cursor: () => (hover?.kind === 'segment' ? 'grab' : hover ? 'move' : 'default'),
	}
}

const handleHits = new WeakMap<Point, Hit>()

/** The handle that keys move, as something hovered: the same object for the same handle. */
function handleHit({ node, side, at }: { node: PathNode; side: HandleSide; at: Point }): Hit {
	const kept = handleHits.get(at)
	if (kept) return kept
	const hit: Hit = { kind: 'handle', id: node.id, side, at }
	handleHits.set(at, hit)
	return hit
}
