import { type Box, growBox, joinBoxes } from '@/core'
import { toScreen, type Viewport } from '@/editor/session/view'

/** A part of the sheet, or all of it that is seen. */
export type Part = Box | 'all'

/** What of a layer must be drawn anew with the next frame. */
export interface Dirty {
	add(part: Part): void
	/** What has gathered since it was last asked. */
	take(): Part | null
}

export function createDirty(): Dirty {
	let gathered: Part | null = 'all'
	return {
		add: (part) => {
			if (part === 'all' || gathered === 'all') gathered = 'all'
			else gathered = gathered ? joinBoxes(gathered, part) : part
		},
		take: () => {
			const part = gathered
			gathered = null
			return part
		},
	}
}

/**
 * Clears and draws a layer, all of it or a part.
 * @param margin how far beyond the part its marks may reach, px on screen
 */
export function drawPart(
	ctx: CanvasRenderingContext2D,
	part: Part,
	viewport: Viewport,
	margin: number,
	draw: (viewport: Viewport) => void,
): void {
	const { view, size, ratio } = viewport
	if (part === 'all') {
		ctx.save()
		ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
		ctx.clearRect(0, 0, size.width, size.height)
		draw(viewport)
		ctx.restore()
	} else {
		const within = growBox(part, margin / view.scale)
		drawClipped(ctx, within, viewport, () => draw({ ...viewport, within }))
	}
}

/** Clears a part of a canvas, and draws there and nowhere else. */
export function drawClipped(
	ctx: CanvasRenderingContext2D,
	within: Box,
	{ view, ratio }: Viewport,
	draw: () => void,
): void {
	// Out to whole device px: a clip through the middle of one would leave a seam.
	const out = (round: (v: number) => number, v: number) => round(v * ratio) / ratio
	const [left, top] = toScreen(view, [within.minX, within.minY])
	const [right, bottom] = toScreen(view, [within.maxX, within.maxY])
	const [x, y] = [out(Math.floor, left), out(Math.floor, top)]
	const [width, height] = [out(Math.ceil, right) - x, out(Math.ceil, bottom) - y]
	ctx.save()
	ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
	ctx.beginPath()
	ctx.rect(x, y, width, height)
	ctx.clip()
	ctx.clearRect(x, y, width, height)
	draw()
	ctx.restore()
}
