import type { Sheet } from '@/core'
import type { Slices } from '@/editor/session/slices'
import type { Viewport } from '@/editor/session/view'
import { inScreenPx } from '@/editor/stage/strokes'
import { proofSlice } from './proofSlice'

/** One square of the ground on which what is seen through is told, px on screen. */
const CHECK_PX = 8
const CHECKS = ['#ffffff', '#e4e0d6'] as const

/** The photo cut out by the pieces, turned and parted as the shape would be. */
export function paintCutOut(
	ctx: CanvasRenderingContext2D,
	viewport: Viewport,
	slices: Slices,
	{ width, height }: Sheet,
): void {
	const { look, cutOut } = slices.of(proofSlice).getState()
	if (look.ground !== 'cut out' || !cutOut) return
	const { view, size } = viewport
	ctx.save()
	inScreenPx(ctx, viewport)
	ctx.beginPath()
	const from = (look.divider ?? 0) * size.width
	ctx.rect(from, 0, size.width - from, size.height)
	ctx.clip()
	ctx.fillStyle = checks(ctx)
	ctx.fillRect(0, 0, size.width, size.height)
	ctx.transform(view.scale, 0, 0, view.scale, view.x, view.y)
	if (look.mirrored) ctx.transform(-1, 0, 0, 1, width, 0)
	if (look.upsideDown) ctx.transform(1, 0, 0, -1, 0, height)
	ctx.transform(...cutOut.to)
	ctx.imageSmoothingQuality = 'high'
	ctx.drawImage(cutOut.image, 0, 0)
	ctx.restore()
}

let tile: OffscreenCanvas | null = null

function checks(ctx: CanvasRenderingContext2D): CanvasPattern | string {
	tile ??= checkTile()
	return ctx.createPattern(tile, 'repeat') ?? CHECKS[0]
}

/** Two squares by two: drawn once, not with each frame of a pan. */
function checkTile(): OffscreenCanvas {
	const made = new OffscreenCanvas(2 * CHECK_PX, 2 * CHECK_PX)
	const on = made.getContext('2d')
	if (!on) return made
	for (const [x, y] of [
		[0, 0],
		[1, 0],
		[0, 1],
		[1, 1],
	] as const) {
		on.fillStyle = CHECKS[(x + y) % 2] ?? CHECKS[0]
		on.fillRect(x * CHECK_PX, y * CHECK_PX, CHECK_PX, CHECK_PX)
	}
	return made
}
