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
	type NodeKind,
	type Point,
	removeNodes,
	retractHandle,
	type Sheet,
	type Snapped,
	setKind,
	snapAngle,
	subtract,
} from '@/core'
import { NOTHING, type Selection, selectContour } from '@/store/selection'
import { type Hit, hitTest, nodesIn, pieceUnder } from '../canvas/hitTest'
import { insertAt } from './insertAt'
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
			readonly what: 'box'
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
const ARROWS: Readonly<Record<string, Point>> = {
	arrowleft: [-1, 0],
	arrowright: [1, 0],
	arrowup: [0, -1],
	arrowdown: [0, 1],
}

/** Nodes edits what is there: nodes, handles and segments, one or many at a time. */
export function createNodes(bench: Bench): Tool {
	let held: Held | null = null
	let dragging = false
	let run = 0
	let hover: Hit | null = null
	let box: Box | null = null
	let snap: Snapped | null = null

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
			case 'box': {
				box = boxOf([from, input.at])
				const inside = nodesIn(bench.sheet(), box)
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
			case 'box': {
				const piece = grip.add ? null : pieceUnder(bench.sheet(), input.at)
				if (!grip.add) bench.select({ ...NOTHING, piece: piece?.id ?? null })
			}
		}
	}

	const nudge = ({ key: name, shift, alt }: KeyInput): boolean => {
		const way = ARROWS[name]
		const ids = bench.selection().nodes
		if (!way || ids.size === 0) return false
		const step = shift ? 10 : alt ? 0.1 : 1
		bench.apply(
			ids.size > 1 ? `Nudge ${ids.size} nodes` : 'Nudge a node',
			(sheet) => moveNodes(sheet, ids, [way[0] * step, way[1] * step]),
			`nudge:${[...ids].join()}`,
		)
		return true
	}

	return {
		down: (input) => {
			run++
			dragging = false
			hover = look(input)
			if (!hover) {
				held = { what: 'box', start: input.at, before: bench.selection(), add: input.shift }
				return
			}
			switch (hover.kind) {
				case 'node':
					if (input.alt) return toggleKind(bench, hover.id)
					return takeNode(hover, input)
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
			if ((input.key === 'delete' || input.key === 'backspace') && !input.shift) {
				bench.apply(nodes.size > 1 ? `Delete ${nodes.size} nodes` : 'Delete a node', (sheet) =>
					removeNodes(sheet, nodes),
				)
				return true
			}
			return false
		},

		rest: () => {
			held = null
			hover = null
			box = null
			dragging = false
		},

		hint: () => hintFor(dragging ? held : null, hover, bench.selection().nodes.size),
		overlay: () => ({ ...NO_OVERLAY, box, hover: dragging ? null : hover, snapped: snap }),
		cursor: () => (hover?.kind === 'segment' ? 'grab' : hover ? 'move' : 'default'),
	}
}

function hintFor(held: Held | null, hover: Hit | null, selected: number): string {
	switch (held?.what) {
		case 'nodes':
			return 'Moving. Shift: keep to 45° steps. Hold G: snap to nothing.'
		case 'handle':
			return 'Alt: break the handle free, for a cusp. Shift: 45° steps. Hold G: snap to nothing. Drop it on its node to take it away.'
		case 'segment':
			return 'Bending: the grabbed point follows the pointer.'
		case 'box':
			return 'Selecting the nodes in the box. Shift adds to the selection.'
	}
	switch (hover?.kind) {
		case 'node':
			return 'Click: select the node. Shift: add it. Drag: move it. Alt-click: corner to smooth and back.'
		case 'handle':
			return 'Drag: shape the curve. Alt: break the handle free. Drop it on its node to take it away.'
		case 'segment':
			return 'Drag: bend the segment. Click: select its two nodes. Alt-click: insert a node. Double-click: select the outline.'
	}
	return selected > 0
		? 'Arrows nudge 1 px, Shift 10, Alt 0.1. C corner, S smooth, Y symmetric, X cusp. Delete removes and keeps the outline whole.'
		: 'Click a node, a segment or a piece. Drag a box to select nodes.'
}
