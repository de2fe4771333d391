import type { Point } from '@/core'
import { toScreen, type Viewport } from '@/editor/session/view'
import { INKS } from '@/editor/stage/colours'
import { paintBrush } from '@/editor/stage/paintBrush'
import { addContour, addRing, cased, inScreenPx } from '@/editor/stage/strokes'
import { type LiftState, ringOf } from './liftSlice'

const NODE_PX = 2.75
const OUTSIDE = 'rgba(34, 39, 46, 0.5)'
const DASH: readonly number[] = [5, 5]

/** What would be lifted: its outline with its nodes, all else dimmed, dashed where its edge is weak. */
export function paintLift(
	ctx: CanvasRenderingContext2D,
	{ asked, ghost, busy }: LiftState,
	viewport: Viewport,
): void {
	if (!asked) return
	inScreenPx(ctx, viewport)
	const { view, size, line } = viewport
	if (ghost) {
		const outline = new Path2D()
		for (const contour of ghost.contours) addContour(outline, contour, view)
		const beyond = new Path2D(outline)
		beyond.rect(0, 0, size.width, size.height)
		ctx.fillStyle = OUTSIDE
		ctx.fill(beyond, 'evenodd')
		cased(ctx, outline, INKS.selected, line.width)
		const unsure = new Path2D()
		for (const way of ghost.unsure) addWay(unsure, way, (p) => toScreen(view, p))
		ctx.setLineDash([...DASH])
		ctx.strokeStyle = INKS.wrong
		ctx.lineWidth = line.width + 1.5
		ctx.stroke(unsure)
		ctx.setLineDash([])
		const nodes = new Path2D()
		for (const { nodes: own } of ghost.contours)
			for (const { at } of own) addRing(nodes, toScreen(view, at), NODE_PX)
		cased(ctx, nodes, INKS.ink, 1)
		ctx.fillStyle = INKS.selected
		ctx.fill(nodes)
	}
	if (asked.way !== 'object') return
	const round = new Path2D()
	for (const [n, p] of ringOf(asked).entries()) {
		const on = toScreen(view, p)
		if (n === 0) round.moveTo(...on)
		else round.lineTo(...on)
	}
	round.closePath()
	ctx.setLineDash([2, 4])
	cased(ctx, round, INKS.active, 1)
	ctx.setLineDash([])
	paintBrush(ctx, { dabs: busy || !ghost ? asked.dabs : [], at: null }, viewport)
}

function addWay(path: Path2D, way: Float64Array, on: (p: Point) => Point): void {
	for (let i = 0; i + 1 < way.length; i += 2) {
		const p = on([way[i] ?? 0, way[i + 1] ?? 0])
		if (i === 0) path.moveTo(...p)
		else path.lineTo(...p)
	}
}
