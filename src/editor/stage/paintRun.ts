import type { EdgeRun } from '@/editor/session/tool'
import { toScreen, type Viewport } from '@/editor/session/view'
import { INKS } from './colours'
import { addContour, addRing, cased } from './strokes'

/** Sizes on screen, px. */
const PIN_PX = 4.5
const PIN_OVER_PX = 7
const NODE_PX = 2.5

/** What the Edge pen has under way: the stretch a click would add with its nodes, ways that change, pins. */
export function paintRun(
	ctx: CanvasRenderingContext2D,
	run: EdgeRun,
	{ view, line }: Viewport,
): void {
	const ways = new Path2D()
	for (const way of run.ways)
		for (let i = 0; i + 1 < way.length; i += 2) {
			const on = toScreen(view, [way[i] ?? 0, way[i + 1] ?? 0])
			if (i === 0) ways.moveTo(...on)
			else ways.lineTo(...on)
		}
	cased(ctx, ways, INKS.active, line.width)
	if (run.live) {
		const path = new Path2D()
		addContour(path, run.live, view)
		cased(ctx, path, INKS.active, line.width)
		const nodes = new Path2D()
		for (const { at } of run.live.nodes) addRing(nodes, toScreen(view, at), NODE_PX)
		cased(ctx, nodes, INKS.active, 1)
		ctx.fillStyle = INKS.card
		ctx.fill(nodes)
	}
	const pins = new Path2D()
	for (const [k, at] of run.pins.entries())
		addRing(pins, toScreen(view, at), k === run.over ? PIN_OVER_PX : PIN_PX)
	ctx.fillStyle = INKS.selected
	ctx.fill(pins)
	cased(ctx, pins, INKS.ink, 1.25)
}
