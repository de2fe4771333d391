import {
	type Box,
	boxOf,
	type Contour,
	findNode,
	flattenContour,
	growBox,
	neighbours,
	type PathNode,
	type Piece,
	type Point,
	signedArea,
} from '@/core'
import type { OpenSheet } from '@/store/openSheet'
import { type Selection, selectContour } from '@/store/selection'
import type { Desk } from './desk'
import { isOpenToEdits } from './hitTest'
import { centredOn, fitBox, type Size, type View } from './view'

/** How long the view takes to glide to the next node, ms. */
const GLIDE_MS = 240
/** The node and its two segments take up at most this share of the window. */
const ROOM = 0.62
/** However short its segments, a walk does not go closer than this, screen px for a px. */
const CLOSEST = 6

/** Steps from node to node round the outlines of a sheet, the view following. */
export interface Walk {
	/** @param by 1 clockwise, -1 back */
	step(by: 1 | -1): boolean
}

/**
 * A walk that begins at the outline selected. It keeps to the zoom that was last chosen by hand while
 * walking; until then each node and its two segments are shown large.
 * @param only the nodes that are walked to; `null`: all
 */
export function createWalk(
	open: OpenSheet,
	desk: Desk,
	only: () => ReadonlySet<string> | null = () => null,
): Walk {
	/** The view as the walk last left it: another zoom than that was chosen by hand. */
	let left: View | null = null
	let preferred: number | null = null
	let frame = 0
	let stood: Stood | null = null
	open.subscribe(({ selection, history }, before) => {
		const [only, more] = selection.nodes
		if (selection.nodes === before.selection.nodes || only === undefined || more) return
		stood = findNode(history.present, only) ?? stood
	})

	const glide = (to: View) => {
		cancelAnimationFrame(frame)
		left = to
		const from = desk.getState().view
		if (matchMedia('(prefers-reduced-motion: reduce)').matches) {
			desk.setState({ view: to })
			return
		}
		const begun = performance.now()
		let last = from
		const move = (now: number) => {
			// The view was taken in hand meanwhile: it stays there.
			if (desk.getState().view !== last) return
			const t = Math.min(1, (now - begun) / GLIDE_MS)
			last = t < 1 ? between(from, to, t * t * (3 - 2 * t), desk.getState().size) : to
			desk.setState({ view: last })
			if (t < 1) frame = requestAnimationFrame(move)
		}
		frame = requestAnimationFrame(move)
	}

	return {
		step: (by) => {
			const { selection } = open.getState()
			const next = nextAmong(open.sheet().pieces, selection, by, stood, only())
			if (!next) return false
			const { contour, index } = next
			const node = contour.nodes[index]
			if (!node) return false
			open.select(selectContour(open.sheet(), contour.id, [node.id]))
			const { view, size } = desk.getState()
			if (left && view.scale !== left.scale) preferred = view.scale
			const near = fitBox(aroundNode(contour, index), size)
			const scale = preferred ?? Math.min(CLOSEST, near.scale * ROOM)
			glide(centredOn(node.at, scale, size))
			return true
		},
	}
}

/** The next stop that is one of some nodes. */
export function nextAmong(
	pieces: readonly Piece[],
	selection: Pick<Selection, 'piece' | 'contour' | 'nodes'>,
	by: 1 | -1,
	stood: Stood | null,
	only: ReadonlySet<string> | null,
): Stop | null {
	let next = nextStop(pieces, selection, by, stood)
	if (!only) return next
	const all = walkable(pieces).reduce((sum, { contour }) => sum + contour.nodes.length, 0)
	for (let k = 0; next && k < all; k++) {
		const { contour, index } = next
		const id = contour.nodes[index]?.id ?? ''
		if (only.has(id)) return next
		next = nextStop(pieces, { piece: null, contour: contour.id, nodes: new Set([id]) }, by)
	}
	return null
}

/** A node as a walk comes by it. */
export interface Stop {
	readonly contour: Contour
	readonly index: number
	/** Which outline of the sheet's, and how many there are to walk round; from 1. */
	readonly outline: number
	readonly outlines: number
	/** Which node on the way round, clockwise from the first; from 1. */
	readonly node: number
}

/** Where a walk last stood: an outline as it was then, and the node there. */
export type Stood = Pick<Stop, 'contour' | 'index'>

/**
 * The node that comes next on a walk: clockwise on screen, whichever way the outline runs, and after
 * the last one on to the next outline: the openings of a piece, then the piece below it. What is hidden
 * or locked is passed by.
 * @param stood where the walk goes on if that node is gone since, and nothing is chosen in its place
 */
export function nextStop(
	pieces: readonly Piece[],
	selection: Pick<Selection, 'piece' | 'contour' | 'nodes'>,
	by: 1 | -1,
	stood: Stood | null = null,
): Stop | null {
	const all = walkable(pieces)
	const chosen = (contour: Contour) => contour.nodes.some(({ id }) => selection.nodes.has(id))
	const here = selection.nodes.size > 0 ? all.findIndex(({ contour }) => chosen(contour)) : -1
	const at = all[here]
	if (at) {
		const ids = inOrder(at.contour).map(({ id }) => selection.nodes.has(id))
		return onward(all, here, (by > 0 ? ids.lastIndexOf(true) : ids.indexOf(true)) + by)
	}
	const left = all.findIndex(({ contour }) => contour.id === selection.contour)
	if (stood && stood.contour.id === selection.contour && all[left])
		return onward(all, left, afterGone(stood, all[left].contour, by))
	const first = all.findIndex(({ piece }) => piece.id === selection.piece)
	return onward(all, Math.max(0, left >= 0 ? left : first), 0)
}

/** Where on its way round a walk is that stands at a node; `null` for what no walk comes by. */
export function stopAt(pieces: readonly Piece[], node: string): Stop | null {
	const all = walkable(pieces)
	const here = all.findIndex(({ contour }) => contour.nodes.some(({ id }) => id === node))
	const contour = all[here]?.contour
	return contour
		? onward(
				all,
				here,
				inOrder(contour).findIndex(({ id }) => id === node),
			)
		: null
}

interface Outline {
	readonly piece: Piece
	readonly contour: Contour
}

/** The outlines that a walk goes round, in its order: that of the list of pieces, the topmost first. */
function walkable(pieces: readonly Piece[]): Outline[] {
	return pieces
		.toReversed()
		.filter(isOpenToEdits)
		.flatMap((piece) => piece.contours.map((contour) => ({ piece, contour })))
}

/** The stop at a place of an outline, or beyond its ends at the next outline's or the last one's. */
function onward(all: readonly Outline[], here: number, place: number): Stop | null {
	const contour = all[here]?.contour
	if (!contour) return null
	const count = contour.nodes.length
	const to = place >= count ? here + 1 : place < 0 ? here - 1 : here
	const outline = (to + all.length) % all.length
	const found = all[outline]?.contour ?? contour
	const step = to === here ? place : place < 0 ? found.nodes.length - 1 : 0
	const node = inOrder(found)[step]
	const index = found.nodes.findIndex(({ id }) => id === node?.id)
	return { contour: found, index, outline: outline + 1, outlines: all.length, node: step + 1 }
}

/** The place of the first node on the way that is still there. */
function afterGone({ contour, index }: Stood, now: Contour, by: 1 | -1): number {
	const [before, after] = [inOrder(contour), inOrder(now).map(({ id }) => id)]
	const from = before.findIndex(({ id }) => id === contour.nodes[index]?.id)
	for (let i = from + by; i >= 0 && i < before.length; i += by) {
		const place = after.indexOf(before[i]?.id ?? '')
		if (place >= 0) return place
	}
	return by > 0 ? after.length : -1
}

/** An outline's nodes as a walk comes by them: clockwise on screen from the first. */
function inOrder(contour: Contour): readonly PathNode[] {
	const [first, ...rest] = contour.nodes
	const clockwise = !contour.closed || signedArea(flattenContour(contour, 1)) >= 0
	return clockwise || !first ? contour.nodes : [first, ...rest.reverse()]
}

/** The box round a node, its two segments and their handles. */
function aroundNode(contour: Contour, index: number): Box {
	const node = contour.nodes[index]
	const { before, after } = neighbours(contour, index)
	const points: Point[] = [node, before, after].flatMap((p) =>
		p ? [p.at, ...(p.in ? [p.in] : []), ...(p.out ? [p.out] : [])] : [],
	)
	return growBox(boxOf(points), 1)
}

/** A view on the way from one to another: the zoom in even steps, the middle along with it. */
export function between(from: View, to: View, t: number, size: Size): View {
	const scale = from.scale * (to.scale / from.scale) ** t
	const middle = (view: View): Point => [
		(size.width / 2 - view.x) / view.scale,
		(size.height / 2 - view.y) / view.scale,
	]
	const [a, b] = [middle(from), middle(to)]
	return centredOn([a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t], scale, size)
}
