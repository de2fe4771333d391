import type { Point, ThinPreview } from '@/core'
import { toScreen, type Viewport } from '@/editor/session/view'
import { INKS } from '@/editor/stage/colours'
import { paintPlace } from '@/editor/stage/paintPlace'

import { addContour, addLine, addRing, cased, inScreenPx } from '@/editor/stage/strokes'

/** Sizes on screen, px. */
const NODE_PX = 3.5
const CROSS_PX = 2.5
const DOT_PX = 2.5
/** Nodes nearer to each other than this are too many for crosses. */
const CROWDED_PX = 14

/**
 * An outline as it would be, over the one there is: its nodes as rings where they moved and dots
 * where they stay, a mark on each that would go, and the worst place in a bracket of its own.
 */
export function paintGhost(
	ctx: CanvasRenderingContext2D,
	ghost: ThinPreview,
	viewport: Viewport,
): void {
	const { view } = viewport
	inScreenPx(ctx, viewport)
	const path = new Path2D()
	for (const contour of ghost.contours) addContour(path, contour, view)
	cased(ctx, path, INKS.selected, 1.5)
	paintGoing(
		ctx,
		ghost.going.map((at) => toScreen(view, at)),
	)
	const moving = new Path2D()
	for (const { from, to } of ghost.moving) {
		const [a, b] = [toScreen(view, from), toScreen(view, to)]
		if (Math.hypot(a[0] - b[0], a[1] - b[1]) > NODE_PX) addLine(moving, a, b)
		addRing(moving, b, NODE_PX)
	}
	cased(ctx, moving, INKS.active, 1.75)
	const staying = new Path2D()
	for (const at of ghost.staying) addRing(staying, toScreen(view, at), NODE_PX)
	cased(ctx, staying, INKS.active, 1)
	ctx.fillStyle = INKS.active
	ctx.fill(staying)
	if (ghost.worst) paintPlace(ctx, ghost.worst, viewport)
}

/** A cross on each node that would go; a dot where crosses would run into each other. */
function paintGoing(ctx: CanvasRenderingContext2D, places: readonly Point[]): void {
	const steps = places.slice(1).map(([x, y], k) => {
		const [a, b] = places[k] ?? [x, y]
		return Math.hypot(x - a, y - b)
	})
	const usual = steps.sort((a, b) => a - b)[steps.length >> 1] ?? CROWDED_PX
	const path = new Path2D()
	if (usual < CROWDED_PX) {
		for (const [x, y] of places) path.rect(x - DOT_PX / 2, y - DOT_PX / 2, DOT_PX, DOT_PX)
		ctx.fillStyle = INKS.wrong
		ctx.fill(path)
		return
	}
	for (const [x, y] of places) {
		addLine(path, [x - CROSS_PX, y - CROSS_PX], [x + CROSS_PX, y + CROSS_PX])
		addLine(path, [x - CROSS_PX, y + CROSS_PX], [x + CROSS_PX, y - CROSS_PX])
	}
	cased(ctx, path, INKS.wrong, 1.25)
}
