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
import type { Selection } from '@/store/selection'
import type { Overlay } from '../tools/tool'
import { INKS } from './colours'
import { shownHandles } from './handles'
import { boundsOf, type Hit, isOpenToEdits } from './hitTest'
import { addFlag, addMarker, type MarkerPaths, newMarkerPaths } from './markers'
import type { Frame } from './paintPieces'
import { toScreen, type View, visibleBox } from './view'

/** Above this many nodes in sight they are drawn as dots: their shapes could not be told apart. */
const MOST_SHAPED_NODES = 1200
const DOT_PX = 3
/** Half the length of a handle's T-bar, px. */
const T_BAR_PX = 4

/** Nodes and handles of the piece at work, end nodes of open outlines, and what the tool shows. */
export function paintMarks(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	selection: Selection,
	overlay: Overlay,
	frame: Frame,
): void {
	const { view, ratio } = frame
	ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
	ctx.lineJoin = 'round'
	ctx.lineCap = 'round'
	paintPreview(ctx, overlay, view)
	paintHover(ctx, overlay.hover, view)
	paintHandles(ctx, sheet, selection, view)
	paintNodes(ctx, sheet, selection, frame)
	paintBox(ctx, overlay, view)
}

function paintNodes(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	selection: Selection,
	frame: Frame,
): void {
	const { view, size } = frame
	const seen = growBox(visibleBox(view, size), 20 / view.scale)
	const plain = newMarkerPaths()
	const chosen = newMarkerPaths()
	const flags = new Path2D()
	const ends = new Path2D()
	const idle = new Path2D()
	const shown: { contour: Contour; index: number; on: Point }[] = []
	for (const piece of sheet.pieces) {
		if (!isOpenToEdits(piece)) continue
		const active = piece.id === selection.piece
		for (const contour of piece.contours) {
			if (active) {
				const inside = boxInside(boundsOf(contour), seen)
				for (const [index, node] of contour.nodes.entries())
					if (inside || boxContains(seen, node.at))
						shown.push({ contour, index, on: toScreen(view, node.at) })
				const first = contour.nodes[0]
				if (first && contour.nodes.length > 1 && shown.length <= MOST_SHAPED_NODES)
					addFlag(flags, contour, toScreen(view, first.at))
			}
			if (!active)
				for (const node of contour.nodes) addIdleDot(idle, toScreen(view, node.at), frame)
			if (!contour.closed)
				for (const end of [contour.nodes[0], contour.nodes.at(-1)])
					if (end) addRing(ends, toScreen(view, end.at), 7)
		}
	}
	cased(ctx, idle, INKS.idle, 2)
	cased(ctx, ends, INKS.wrong, 1.5)
	if (shown.length > MOST_SHAPED_NODES) {
		paintDots(ctx, shown, selection)
		return
	}
	for (const { contour, index, on } of shown) {
		const selected = selection.nodes.has(contour.nodes[index]?.id ?? '')
		addMarker(selected ? chosen : plain, contour, index, on, selected)
	}
	ctx.fillStyle = INKS.line
	cased(ctx, flags, INKS.line, 1)
	ctx.fill(flags)
	paintMarkers(ctx, plain, INKS.card)
	paintMarkers(ctx, chosen, INKS.selected)
}

function paintMarkers(
	ctx: CanvasRenderingContext2D,
	{ bodies, strokes }: MarkerPaths,
	fill: string,
): void {
	ctx.strokeStyle = INKS.casing
	ctx.lineWidth = 3.5
	ctx.stroke(strokes)
	ctx.stroke(bodies)
	ctx.strokeStyle = INKS.ink
	ctx.lineWidth = 1.4
	ctx.stroke(strokes)
	ctx.fillStyle = fill
	ctx.fill(bodies)
	ctx.stroke(bodies)
}

function paintDots(
	ctx: CanvasRenderingContext2D,
	shown: readonly { contour: Contour; index: number; on: Point }[],
	selection: Selection,
): void {
	const half = DOT_PX / 2
	ctx.fillStyle = INKS.ink
	const chosen: Point[] = []
	for (const { contour, index, on } of shown) {
		if (selection.nodes.has(contour.nodes[index]?.id ?? '')) chosen.push(on)
		else ctx.fillRect(on[0] - half, on[1] - half, DOT_PX, DOT_PX)
	}
	for (const [x, y] of chosen) {
		ctx.fillStyle = INKS.ink
		ctx.fillRect(x - half - 2, y - half - 2, DOT_PX + 4, DOT_PX + 4)
		ctx.fillStyle = INKS.selected
		ctx.fillRect(x - half - 1, y - half - 1, DOT_PX + 2, DOT_PX + 2)
	}
}

/** Handles end in a bar across them: incoming verdigris, outgoing saffron. */
function paintHandles(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	selection: Selection,
	view: View,
): void {
	for (const side of ['in', 'out'] as const) {
		const arms = new Path2D()
		for (const handle of shownHandles(sheet, selection)) {
			if (handle.side !== side) continue
			const from = toScreen(view, handle.node.at)
			const to = toScreen(view, handle.at)
			const bar = scale(perpendicular(unit(subtract(to, from))), T_BAR_PX)
			arms.moveTo(...from)
			arms.lineTo(...to)
			arms.moveTo(to[0] - bar[0], to[1] - bar[1])
			arms.lineTo(to[0] + bar[0], to[1] + bar[1])
		}
		cased(ctx, arms, side === 'in' ? INKS.into : INKS.out, 1.75)
	}
}

function paintPreview(ctx: CanvasRenderingContext2D, { preview }: Overlay, view: View): void {
	if (!preview) return
	const [a, b, c, d] = preview.map((p) => toScreen(view, p)) as [Point, Point, Point, Point]
	const path = new Path2D()
	path.moveTo(...a)
	path.bezierCurveTo(...b, ...c, ...d)
	ctx.setLineDash([6, 5])
	cased(ctx, path, INKS.line, 1.5)
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

function paintBox(ctx: CanvasRenderingContext2D, { box }: Overlay, view: View): void {
	if (!box) return
	const [x, y] = toScreen(view, [box.minX, box.minY])
	const [right, bottom] = toScreen(view, [box.maxX, box.maxY])
	ctx.fillStyle = INKS.box
	ctx.fillRect(x, y, right - x, bottom - y)
	const path = new Path2D()
	path.rect(x, y, right - x, bottom - y)
	cased(ctx, path, INKS.line, 1)
}

function cased(ctx: CanvasRenderingContext2D, path: Path2D, colour: string, width: number): void {
	ctx.strokeStyle = INKS.casing
	ctx.lineWidth = width + 2.5
	ctx.stroke(path)
	ctx.strokeStyle = colour
	ctx.lineWidth = width
	ctx.stroke(path)
}

function addRing(path: Path2D, [x, y]: Point, r: number): void {
	path.moveTo(x + r, y)
	path.arc(x, y, r, 0, 2 * Math.PI)
}

/** A node of a piece that is not at work: a dot, so that it can be found and taken hold of. */
function addIdleDot(path: Path2D, [x, y]: Point, { size }: Frame): void {
	if (x < 0 || y < 0 || x > size.width || y > size.height) return
	path.moveTo(x - 1, y)
	path.lineTo(x + 1, y)
}

function boxInside(
	inner: ReturnType<typeof boundsOf>,
	outer: ReturnType<typeof boundsOf>,
): boolean {
	return (
		inner.minX >= outer.minX &&
		inner.minY >= outer.minY &&
		inner.maxX <= outer.maxX &&
		inner.maxY <= outer.maxY
	)
}
