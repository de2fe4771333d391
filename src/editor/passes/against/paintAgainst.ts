import { paintGhost } from '@/editor/passes/thin/paintGhost'
import type { Slices } from '@/editor/session/slices'
import { toScreen, type Viewport } from '@/editor/session/view'
import { INKS } from '@/editor/stage/colours'
import { addLine, cased, inScreenPx } from '@/editor/stage/strokes'
import { againstSlice } from './againstSlice'
import type { Sample } from './profile'

/** Deviations up to here are fine, sheet px; from there on they are seen. */
const FINE_PX = 0.5
/** The outline coloured by its deviation is so wide, px on screen. */
const WIDTH_PX = 5

/** The outline that is proposed, or the one there is, coloured by how far it is off. */
export function paintAgainst(
	ctx: CanvasRenderingContext2D,
	viewport: Viewport,
	slices: Slices,
): void {
	const { proposal, profile, coloured } = slices.of(againstSlice).getState()
	if (coloured && profile && !proposal) paintColoured(ctx, profile.samples, viewport)
	if (!proposal) return
	paintGhost(ctx, proposal.ghost, viewport)
	const silent = new Path2D()
	for (const [a, b] of proposal.straight)
		addLine(silent, toScreen(viewport.view, a), toScreen(viewport.view, b))
	inScreenPx(ctx, viewport)
	ctx.setLineDash([5, 5])
	cased(ctx, silent, INKS.wrong, viewport.line.width + 1)
	ctx.setLineDash([])
}

/** Outside in red, inside in blue, where the photo is silent in dashes. */
function paintColoured(
	ctx: CanvasRenderingContext2D,
	samples: readonly Sample[],
	viewport: Viewport,
): void {
	inScreenPx(ctx, viewport)
	const paths = { outside: new Path2D(), inside: new Path2D(), silent: new Path2D() }
	for (const [k, { at, off, outline }] of samples.entries()) {
		const next = samples[k + 1]
		if (next?.outline !== outline) continue
		const line = [toScreen(viewport.view, at), toScreen(viewport.view, next.at)] as const
		if (Number.isNaN(off)) addLine(paths.silent, ...line)
		else if (off > FINE_PX) addLine(paths.outside, ...line)
		else if (off < -FINE_PX) addLine(paths.inside, ...line)
	}
	ctx.lineWidth = WIDTH_PX
	ctx.strokeStyle = INKS.wrong
	ctx.stroke(paths.outside)
	ctx.strokeStyle = INKS.idle
	ctx.stroke(paths.inside)
	ctx.lineWidth = 2
	ctx.setLineDash([2, 4])
	ctx.strokeStyle = INKS.out
	ctx.stroke(paths.silent)
	ctx.setLineDash([])
}
