import { toScreen, type Viewport } from '@/editor/session/view'
import { INKS } from '@/editor/stage/colours'
import { addContour, addRing, cased, inScreenPx } from '@/editor/stage/strokes'
import type { TakeColourState } from '@/editor/tools/takeColour/takeColourSlice'
import type { ColourState } from './colourSlice'

const NODE_PX = 2
/** The dropper's ring is never smaller than this on screen, and its colour stands round it so wide, px. */
const LEAST_RING_PX = 9
const SWATCH_PX = 9

/** Shades as they would become, with their nodes; the dropper's ring, round it the colour in it. */
export function paintColour(
	ctx: CanvasRenderingContext2D,
	{ shades }: ColourState,
	{ at, ring }: TakeColourState,
	viewport: Viewport,
): void {
	inScreenPx(ctx, viewport)
	const { view } = viewport
	for (const { contours, colour } of shades?.areas ?? []) {
		const path = new Path2D()
		const nodes = new Path2D()
		for (const contour of contours) {
			addContour(path, contour, view)
			for (const node of contour.nodes) addRing(nodes, toScreen(view, node.at), NODE_PX)
		}
		ctx.fillStyle = colour
		ctx.fill(path, 'evenodd')
		ctx.strokeStyle = INKS.casing
		ctx.lineWidth = 1
		ctx.stroke(path)
		ctx.fillStyle = INKS.ink
		ctx.fill(nodes)
	}
	if (!at) return
	const middle = toScreen(view, at.place)
	const reach = Math.max(LEAST_RING_PX, (ring / 2) * view.scale)
	const inner = new Path2D()
	addRing(inner, middle, reach)
	if (at.colour) {
		const swatch = new Path2D()
		addRing(swatch, middle, reach + SWATCH_PX / 2 + 1)
		cased(ctx, swatch, at.colour, SWATCH_PX)
	}
	cased(ctx, inner, INKS.ink, 1)
}
