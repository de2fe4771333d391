import {
	boxContains,
	boxesTouch,
	type Contour,
	contourHull,
	distance,
	growBox,
	nodeCount,
	type Piece,
	type Point,
	type Sheet,
} from '@/core'
import { isOpenToEdits } from '@/editor/session/hitTest'
import { toScreen, type View, type Viewport, visibleBox } from '@/editor/session/view'
import type { Selection } from '@/store/selection'
import { INKS } from './colours'
import { addFlag, addMarker, type MarkerPaths, markerSize, newMarkerPaths } from './markers'
import { addRing, cased, inScreenPx } from './strokes'

/** Above this many nodes in sight they are drawn as dots: their shapes could not be told apart. */
const MOST_SHAPED_NODES = 1200
const DOT_PX = 3
/** Above this many nodes in sight dots would cover what they stand on. */
const MOST_DOTS = 15_000
/** Where nodes are crowded no more chosen ones than this are drawn by their shapes. */
const FEW_CHOSEN = 60
/** Nodes this far outside the window may still show part of their mark, px. */
export const MARGIN_PX = 20

/**
 * The nodes of pieces, chosen or not: those of the piece at work by their kind, the others as dots;
 * end nodes of open outlines are ringed.
 * @param active id of the piece at work
 * @param crowd how close the nodes of all the window are, whatever part of it is drawn
 */
export function paintNodes(
	ctx: CanvasRenderingContext2D,
	pieces: readonly Piece[],
	active: string | null,
	crowd: Crowd,
	viewport: Viewport,
): void {
	inScreenPx(ctx, viewport)
	const editable = pieces.filter(isOpenToEdits)
	const atWork = editable.find((piece) => piece.id === active)?.contours ?? []
	const idle = editable.filter((piece) => piece.id !== active)
	if (crowd !== 'carpet')
		paintIdleNodes(
			ctx,
			idle.flatMap((piece) => piece.contours),
			viewport,
		)
	paintOpenEnds(
		ctx,
		editable.flatMap((piece) => piece.contours),
		viewport.view,
	)
	if (crowd === 'carpet') return
	const shown = nodesInSight(atWork, viewport)
	if (crowd === 'dots') {
		paintDots(ctx, shown, DOT_PX / 2 + 1, INKS.casing)
		paintDots(ctx, shown, DOT_PX / 2, INKS.ink)
		return
	}
	paintFlags(ctx, atWork, viewport)
	const plain = newMarkerPaths()
	const dots = new Path2D()
	for (const { node, size } of thinnedOut(shown, viewport.view)) {
		const { contour, index, on } = node
		if (size === 'dot') addRing(dots, on, SMALL_PX)
		else addMarker(plain, contour, index, on, { selected: false, size })
	}
	cased(ctx, dots, INKS.ink, 1)
	ctx.fillStyle = INKS.card
	ctx.fill(dots)
	paintMarkers(ctx, plain, INKS.ink, INKS.card)
}

/** Of nodes nearer to each other on screen marks would lie on the edge they stand on: they are dots, px … */
const DENSE_PX = 13
/** … no nearer to each other than this, px. */
const DOTS_APART_PX = 7
const SMALL_PX = 1.6
/** The casing of nodes not at work is narrower: they are many. */
const IDLE_CASING_PX = 1.5

/** How nodes are marked where they crowd: the nearer they are the smaller, then as dots, then not each of them. */
export function thinnedOut(shown: readonly NodeInSight[], view: View): readonly Marked[] {
	return shown.flatMap((node): readonly Marked[] => {
		const { contour, index, on } = node
		const room = roomAt(contour, index, on, view)
		if (room >= DENSE_PX) return [{ node, size: markerSize(room) }]
		// A corner is what one looks for.
		if (contour.nodes[index]?.kind === 'corner' && room >= DOTS_APART_PX)
			return [{ node, size: markerSize(room) }]
		// Told by its place in the outline: whatever part of the window is drawn anew, the same ones are left out.
		const every = Math.ceil(DOTS_APART_PX / Math.max(room, 1e-3))
		return index % every === 0 ? [{ node, size: 'dot' }] : []
	})
}

/** A node, and how it is marked: how large its mark is, or as a dot. */
interface Marked {
	readonly node: NodeInSight
	readonly size: number | 'dot'
}

/** How far the nearer of its neighbours is on screen, px. */
function roomAt({ nodes, closed }: Contour, index: number, on: Point, view: View): number {
	const n = nodes.length
	const beside = [index - 1, index + 1].flatMap((k) => {
		const other = nodes[closed ? (k + n) % n : k]
		return other && other !== nodes[index] ? [distance(toScreen(view, other.at), on)] : []
	})
	return Math.min(...beside, Number.POSITIVE_INFINITY)
}

/** The nodes that are chosen, over all others; those beside them whole, however many crowd there. */
export function paintChosen(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	selection: Selection,
	crowd: Crowd,
	viewport: Viewport,
): void {
	const { nodes } = selection
	if (nodes.size === 0) return
	const inSight = nodesInSight(contoursWith(sheet, selection), viewport)
	const isChosen = ({ nodes: all }: Contour, index: number) =>
		nodes.has(all[(index + all.length) % all.length]?.id ?? '')
	const shown = inSight.filter(({ contour, index }) => isChosen(contour, index))
	if (crowd !== 'shapes' && shown.length > FEW_CHOSEN) {
		paintDots(ctx, shown, DOT_PX / 2 + 3, INKS.casing)
		paintDots(ctx, shown, DOT_PX / 2 + 2, INKS.ink)
		paintDots(ctx, shown, DOT_PX / 2 + 1, INKS.selected)
		return
	}
	const [chosen, beside] = [newMarkerPaths(), newMarkerPaths()]
	const few = shown.length <= FEW_CHOSEN
	for (const { contour, index, on } of inSight) {
		const room = roomAt(contour, index, on, viewport.view)
		const selected = isChosen(contour, index)
		const size = markerSize(few ? Math.max(room, DENSE_PX) : room)
		if (selected) addMarker(chosen, contour, index, on, { selected, size })
		else if (
			few &&
			room < DENSE_PX &&
			(isChosen(contour, index - 1) || isChosen(contour, index + 1))
		)
			addMarker(beside, contour, index, on, { selected, size })
	}
	paintMarkers(ctx, beside, INKS.ink, INKS.card)
	paintMarkers(ctx, chosen, INKS.selected, INKS.selected)
}

let lastWith: { pieces: Sheet['pieces']; nodes: Selection['nodes']; found: Contour[] } | null = null

/** The outlines that hold the nodes chosen; found once for as long as neither changes. */
function contoursWith({ pieces }: Sheet, { contour, nodes }: Selection): readonly Contour[] {
	if (lastWith?.pieces !== pieces || lastWith.nodes !== nodes) {
		const found: Contour[] = []
		let left = nodes.size
		const look = (at: Contour) => {
			const count = left > 0 ? at.nodes.filter(({ id }) => nodes.has(id)).length : 0
			if (count > 0) found.push(at)
			left -= count
		}
		// The outline at work mostly holds them all.
		const all = pieces.filter(isOpenToEdits).flatMap(({ contours }) => contours)
		const atWork = all.find(({ id }) => id === contour)
		if (atWork) look(atWork)
		for (const other of all) if (left > 0 && other !== atWork) look(other)
		lastWith = { pieces, nodes, found }
	}
	return lastWith.found
}

/** How close the nodes are that the window shows: told apart by shape, as dots, or not at all. */
export type Crowd = 'shapes' | 'dots' | 'carpet'

/**
 * Tells how close nodes are; counted once for as long as the view stands and no node comes or goes.
 * @returns a function of the pieces, the id of that at work, and the view
 */
export function createCrowd(): typeof crowdOf {
	let last: { of: readonly unknown[]; crowd: Crowd } | null = null
	return (pieces, active, viewport) => {
		const nodes = pieces.reduce((sum, { contours }) => sum + nodeCount(contours), 0)
		const of = [nodes, active, viewport.view, viewport.size]
		if (!last?.of.every((what, i) => what === of[i]))
			last = { of, crowd: crowdOf(pieces, active, viewport) }
		return last.crowd
	}
}

function crowdOf(pieces: readonly Piece[], active: string | null, { view, size }: Viewport): Crowd {
	const seen = visibleBox(view, size)
	let [all, atWork] = [0, 0]
	for (const piece of pieces.filter(isOpenToEdits))
		for (const contour of piece.contours) {
			if (!boxesTouch(contourHull(contour), seen)) continue
			let inside = 0
			for (const { at } of contour.nodes) if (boxContains(seen, at)) inside++
			all += inside
			if (piece.id === active) atWork += inside
			if (all > MOST_DOTS) return 'carpet'
		}
	return atWork > MOST_SHAPED_NODES ? 'dots' : 'shapes'
}

interface NodeInSight {
	readonly contour: Contour
	readonly index: number
	/** screen px */
	readonly on: Point
}

function nodesInSight(
	contours: readonly Contour[],
	{ view, size, within }: Viewport,
): NodeInSight[] {
	const seen = growBox(within ?? visibleBox(view, size), MARGIN_PX / view.scale)
	return contours.flatMap((contour) => {
		const inside: NodeInSight[] = []
		for (const [index, node] of contour.nodes.entries())
			if (boxContains(seen, node.at)) inside.push({ contour, index, on: toScreen(view, node.at) })
		return inside
	})
}

/** Nodes of pieces that are not at work: dots, so that they can be found and taken hold of. */
function paintIdleNodes(
	ctx: CanvasRenderingContext2D,
	contours: readonly Contour[],
	viewport: Viewport,
): void {
	const dots = new Path2D()
	// Where they crowd they thin out too: they would lie on the edge as a chain.
	for (const { node } of thinnedOut(nodesInSight(contours, viewport), viewport.view)) {
		const [x, y] = node.on
		dots.moveTo(x - 1, y)
		dots.lineTo(x + 1, y)
	}
	cased(ctx, dots, INKS.idle, 2, IDLE_CASING_PX)
}

/** The end nodes of open outlines, ringed: they are not closed, and can be picked up. */
function paintOpenEnds(
	ctx: CanvasRenderingContext2D,
	contours: readonly Contour[],
	view: View,
): void {
	const ends = new Path2D()
	for (const { closed, nodes } of contours) {
		if (closed) continue
		for (const end of [nodes[0], nodes.at(-1)]) if (end) addRing(ends, toScreen(view, end.at), 7)
	}
	cased(ctx, ends, INKS.wrong, 1.5)
}

function paintFlags(
	ctx: CanvasRenderingContext2D,
	contours: readonly Contour[],
	{ view, line }: Viewport,
): void {
	const flags = new Path2D()
	for (const contour of contours) {
		const first = contour.nodes[0]
		if (first && contour.nodes.length > 1) addFlag(flags, contour, toScreen(view, first.at))
	}
	cased(ctx, flags, line.colour, 1)
	ctx.fillStyle = line.colour
	ctx.fill(flags)
}

function paintMarkers(
	ctx: CanvasRenderingContext2D,
	{ solids, bodies, strokes }: MarkerPaths,
	solid: string,
	body: string,
): void {
	ctx.strokeStyle = INKS.casing
	ctx.lineWidth = 3.5
	for (const path of [strokes, bodies, solids]) ctx.stroke(path)
	ctx.strokeStyle = INKS.ink
	ctx.lineWidth = 1.4
	ctx.stroke(strokes)
	ctx.fillStyle = body
	ctx.fill(bodies)
	ctx.stroke(bodies)
	ctx.fillStyle = solid
	ctx.fill(solids)
	ctx.stroke(solids)
}

function paintDots(
	ctx: CanvasRenderingContext2D,
	shown: readonly NodeInSight[],
	half: number,
	ink: string,
): void {
	const dots = new Path2D()
	let last: Point = [Number.NaN, Number.NaN]
	for (const { on } of shown) {
		// Where dots would lie on each other one of them is enough.
		if (Math.abs(on[0] - last[0]) + Math.abs(on[1] - last[1]) < DOT_PX) continue
		dots.rect(on[0] - half, on[1] - half, 2 * half, 2 * half)
		last = on
	}
	ctx.fillStyle = ink
	ctx.fill(dots)
}
