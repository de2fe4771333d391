import { type Contour, formatPathData, type Sheet } from '@/core'
import { fallingOf, shutInBy } from '@/core/proofs'
import type { Slices } from '@/editor/session/slices'
import type { Viewport } from '@/editor/session/view'
import { inScreenPx } from '@/editor/stage/strokes'
import { proofSlice } from './proofSlice'

/** Card that falls; how far apart its lines are and how thick, px on screen. */
const FALLS = { tint: '#a63d2f66', line: '#a63d2f', apart: 9, thick: 1.5 } as const

let known: { readonly pieces: Sheet['pieces']; readonly falling: readonly Contour[] } | null = null

/** The outlines of what falls, and of what is cut away in it. */
const outlinesOf = (pieces: Sheet['pieces']): Contour[] => [
	...fallingOf(pieces).flatMap(({ opening, within }) => [opening, ...within]),
	...shutInBy(pieces).flatMap(({ contour, within }) => [contour, ...within]),
]

/** Over a stencil, the card in it that is tied to nothing: tinted, hatched and edged. */
export function paintFalling(
	ctx: CanvasRenderingContext2D,
	viewport: Viewport,
	slices: Slices,
	{ pieces, width, height }: Sheet,
): void {
	const { look } = slices.of(proofSlice).getState()
	if (look.ground !== 'stencil') return
	if (known?.pieces !== pieces) known = { pieces, falling: outlinesOf(pieces) }
	if (known.falling.length === 0) return
	const path = new Path2D(formatPathData(known.falling, 2))
	const { view, size } = viewport
	ctx.save()
	inScreenPx(ctx, viewport)
	ctx.beginPath()
	const from = (look.divider ?? 0) * size.width
	ctx.rect(from, 0, size.width - from, size.height)
	ctx.clip()
	ctx.transform(view.scale, 0, 0, view.scale, view.x, view.y)
	if (look.mirrored) ctx.transform(-1, 0, 0, 1, width, 0)
	if (look.upsideDown) ctx.transform(1, 0, 0, -1, 0, height)
	ctx.fillStyle = FALLS.tint
	ctx.fill(path, 'evenodd')
	ctx.strokeStyle = FALLS.line
	ctx.lineWidth = FALLS.thick / view.scale
	ctx.stroke(path)
	ctx.clip(path, 'evenodd')
	ctx.beginPath()
	const step = FALLS.apart / view.scale
	// Lines aslant over all that is seen of the sheet.
	const [left, top] = [-view.x / view.scale, -view.y / view.scale]
	const [across, down] = [size.width / view.scale, size.height / view.scale]
	const [x0, y0] = [
		look.mirrored ? width - left - across : left,
		look.upsideDown ? height - top - down : top,
	]
	for (let x = x0 - down; x < x0 + across; x += step) {
		ctx.moveTo(x, y0 + down)
		ctx.lineTo(x + down, y0)
	}
	ctx.stroke()
	ctx.restore()
}
