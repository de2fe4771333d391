import { type Point, perpendicular, type Sheet, scale, subtract, unit } from '@/core'
import { shownHandles } from '@/editor/session/handles'
import type { Hit } from '@/editor/session/hitTest'
import type { Overlay } from '@/editor/session/tool'
import { toScreen, type View, type Viewport } from '@/editor/session/view'
import type { Selection } from '@/store/selection'
import { INKS } from './colours'
import { type Crowd, paintChosen } from './paintNodes'
import { addRing, cased, inScreenPx } from './strokes'

/** Half the length of a handle's T-bar, px. */
const T_BAR_PX = 4

/** What lies under the nodes: the segment that would come, what the pointer is on, and handles. */
export function paintUnderNodes(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	selection: Selection,
	overlay: Overlay,
	viewport: Viewport,
): void {
	inScreenPx(ctx, viewport)
	paintPreview(ctx, overlay, viewport)
	paintHover(ctx, overlay.hover, viewport.view)
	paintHandles(ctx, sheet, selection, viewport.view)
}

/** What lies over the nodes: those that are chosen, and what is dragged round others. */
export function paintOverNodes(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	selection: Selection,
	overlay: Overlay,
	crowd: Crowd,
	viewport: Viewport,
): void {
	inScreenPx(ctx, viewport)
	paintChosen(ctx, sheet, selection, crowd, viewport)
	paintBox(ctx, overlay, viewport.view)
	paintLasso(ctx, overlay, viewport.view)
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
