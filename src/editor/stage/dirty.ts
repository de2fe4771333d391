import { type Box, growBox, joinBoxes } from '@/core'
import { toScreen, type Viewport } from '@/editor/bench/view'

/** A part of the sheet, or all of it that is seen. */
export type Part = Box | 'all'

/** What of a layer must be drawn anew with the next frame. */
export interface Dirty {
	add(part: Part): void
	/** What has gathered; a layer drawn for a reason of its own, such as a new size, is drawn whole. */
	take(): Part
}

export function createDirty(): Dirty {
	let gathered: Part | null = 'all'
	return {
		add: (part) => {
			if (part === 'all' || gathered === 'all') gathered = 'all'
			else gathered = gathered ? joinBoxes(gathered, part) : part
		},
		take: () => {
			const part = gathered ?? 'all'
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
	ctx.save()
	ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
	if (part === 'all') {
		ctx.clearRect(0, 0, size.width, size.height)
		draw(viewport)
	} else {
		const within = growBox(part, margin / view.scale)
		// Out to whole device px: a clip through the middle of one would leave a seam.
		const out = (round: (v: number) => number, v: number) => round(v * ratio) / ratio
		const [left, top] = toScreen(view, [within.minX, within.minY])
		const [right, bottom] = toScreen(view, [within.maxX, within.maxY])
		const [x, y] = [out(Math.floor, left), out(Math.floor, top)]
		const [width, height] = [out(Math.ceil, right) - x, out(Math.ceil, bottom) - y]
		ctx.beginPath()
		ctx.rect(x, y, width, height)
		ctx.clip()
		ctx.clearRect(x, y, width, height)
		draw({ ...viewport, within })
	}
	ctx.restore()
}
