import {
	boxContains,
	type Contour,
	growBox,
	type Point,
	perpendicular,
	type Sheet,
	scale,
	subtract,
	unit,
} from '@/core'
import { shownHandles } from '@/editor/bench/handles'
import { type Hit, isOpenToEdits } from '@/editor/bench/hitTest'
import type { Overlay } from '@/editor/bench/tool'
import { toScreen, type View, type Viewport, visibleBox } from '@/editor/bench/view'
import type { Selection } from '@/store/selection'
import { INKS } from './colours'
import { addFlag, addMarker, type MarkerPaths, markerSize, newMarkerPaths } from './markers'

import { addRing, cased } from './strokes'

/** Above this many nodes in sight they are drawn as dots: their shapes could not be told apart. */
const MOST_SHAPED_NODES = 1200
const DOT_PX = 3
/** Nodes this far outside the window may still show part of their mark, px. */
export const MARGIN_PX = 20
/** Half the length of a handle's T-bar, px. */
const T_BAR_PX = 4

/** Nodes and handles of the piece at work, end nodes of open outlines, and what the tool shows. */
export function paintMarks(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	selection: Selection,
	overlay: Overlay,
	viewport: Viewport,
): void {
	const { view, ratio } = viewport
	ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
	ctx.lineJoin = 'round'
	ctx.lineCap = 'round'
	paintPreview(ctx, overlay, viewport)
	paintHover(ctx, overlay.hover, view)
	paintHandles(ctx, sheet, selection, view)
	paintNodes(ctx, sheet, selection, viewport)
	paintBox(ctx, overlay, view)
	paintLasso(ctx, overlay, view)
}

function paintNodes(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	selection: Selection,
	viewport: Viewport,
): void {
	const editable = sheet.pieces.filter(isOpenToEdits)
	const active = editable.find((piece) => piece.id === selection.piece)
	const idle = editable.filter((piece) => piece !== active)
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
	const shown = nodesInSight(active?.contours ?? [], viewport)
	if (tooManyInSight(active?.contours ?? [], viewport)) {
		paintDots(ctx, shown, selection)
		return
	}
	paintFlags(ctx, active?.contours ?? [], viewport)
	const plain = newMarkerPaths()
	const chosen = newMarkerPaths()
	const sizes = new Map(active?.contours.map((c) => [c, markerSize(c, viewport.view.scale)]))
	for (const { contour, index, on } of shown) {
		const selected = selection.nodes.has(contour.nodes[index]?.id ?? '')
		const size = sizes.get(contour) ?? 1
		addMarker(selected ? chosen : plain, contour, index, on, { selected, size })
	}
	paintMarkers(ctx, plain, INKS.ink, INKS.card)
	paintMarkers(ctx, chosen, INKS.selected, INKS.selected)
}

/** Whether the whole window shows too many nodes to tell apart, whatever part of it is drawn. */
function tooManyInSight(contours: readonly Contour[], { view, size }: Viewport): boolean {
	const seen = visibleBox(view, size)
	let count = 0
	for (const { nodes } of contours) for (const { at } of nodes) if (boxContains(seen, at)) count++
	return count > MOST_SHAPED_NODES
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
	for (const { on } of nodesInSight(contours, viewport)) {
		dots.moveTo(on[0] - 1, on[1])
		dots.lineTo(on[0] + 1, on[1])
	}
	cased(ctx, dots, INKS.idle, 2)
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
	selection: Selection,
): void {
	const plain = new Path2D()
	const rims = new Path2D()
	const chosen = new Path2D()
	const square = (path: Path2D, [x, y]: Point, half: number) =>
		path.rect(x - half, y - half, 2 * half, 2 * half)
	// Where dots would lie on each other one of them is enough.
	const covers = (last: Point, on: Point) =>
		Math.abs(on[0] - last[0]) + Math.abs(on[1] - last[1]) < DOT_PX
	const nowhere: Point = [Number.NaN, Number.NaN]
	let [last, lastChosen] = [nowhere, nowhere]
	for (const { contour, index, on } of shown) {
		if (selection.nodes.has(contour.nodes[index]?.id ?? '')) {
			if (covers(lastChosen, on)) continue
			lastChosen = on
			square(rims, on, DOT_PX / 2 + 2)
			square(chosen, on, DOT_PX / 2 + 1)
		} else if (!covers(last, on)) {
			last = on
			square(plain, on, DOT_PX / 2)
		}
	}
	ctx.fillStyle = INKS.ink
	ctx.fill(plain)
	ctx.fill(rims)
	ctx.fillStyle = INKS.selected
	ctx.fill(chosen)
}

/** Handles end in a bar across them: incoming verdigris, outgoing saffron. */
function paintHandles(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	selection: Selection,
	view: View,
): void {
	const arms = { in: new Path2D(), out: new Path2D() }
	for (const handle of shownHandles(sheet, selection)) {
		const arm = arms[handle.side]
		const from = toScreen(view, handle.node.at)
		const to = toScreen(view, handle.at)
		const bar = scale(perpendicular(unit(subtract(to, from))), T_BAR_PX)
		arm.moveTo(...from)
		arm.lineTo(...to)
		arm.moveTo(to[0] - bar[0], to[1] - bar[1])
		arm.lineTo(to[0] + bar[0], to[1] + bar[1])
	}
	cased(ctx, arms.in, INKS.into, 1.75)
	cased(ctx, arms.out, INKS.out, 1.75)
}

function paintPreview(
	ctx: CanvasRenderingContext2D,
	{ preview }: Overlay,
	{ view, line }: Viewport,
): void {
	if (!preview) return
	const [a, b, c, d] = preview.map((p) => toScreen(view, p)) as [Point, Point, Point, Point]
	const path = new Path2D()
	path.moveTo(...a)
	path.bezierCurveTo(...b, ...c, ...d)
	ctx.setLineDash([6, 5])
	cased(ctx, path, line.colour, line.width)
	ctx.setLineDash([])
}

/** What the pointer would take hold of: a ring round a node or handle, a bright stretch of segment. */
function paintHover(ctx: CanvasRenderingContext2D, hover: Hit | null, view: View): void {
	if (!hover) return
	const at = hover.kind === 'node' ? hover.contour.nodes[hover.index]?.at : hover.at
	if (!at) return
	const path = new Path2D()
	addRing(path, toScreen(view, at), hover.kind === 'segment' ? 3 : 8)
	cased(ctx, path, INKS.selected, 1.5)
}

/** The box that is being dragged: over nodes, or over a region of the photo. */
export function paintBox(ctx: CanvasRenderingContext2D, { box }: Overlay, view: View): void {
	if (!box) return
	const [x, y] = toScreen(view, [box.minX, box.minY])
	const [right, bottom] = toScreen(view, [box.maxX, box.maxY])
	ctx.fillStyle = INKS.box
	ctx.fillRect(x, y, right - x, bottom - y)
	const path = new Path2D()
	path.rect(x, y, right - x, bottom - y)
	cased(ctx, path, INKS.active, 1)
}

function paintLasso(ctx: CanvasRenderingContext2D, { lasso }: Overlay, view: View): void {
	if (!lasso) return
	const path = new Path2D()
	for (const [i, p] of lasso.entries()) {
		const on = toScreen(view, p)
		if (i === 0) path.moveTo(...on)
		else path.lineTo(...on)
	}
	path.closePath()
	ctx.fillStyle = INKS.box
	ctx.fill(path)
	cased(ctx, path, INKS.active, 1)
}
