import {
	add,
	angleOf,
	boxContains,
	type Contour,
	derivativeAt,
	distance,
	growBox,
	type Point,
	pointAt,
	polar,
	type Sheet,
	segmentCubic,
	segments,
} from '@/core'
import type { Scene } from '@/editor/session/definitions'
import { toScreen, type Viewport, viewMatrix, visibleBox } from '@/editor/session/view'
import { INKS } from '@/editor/stage/colours'
import { filledPath } from '@/editor/stage/paintPieces'
import { addLine, cased, casingOnSheet, inScreenPx } from '@/editor/stage/strokes'
import { chosenPieces } from '@/store/selection'
import { type Apart, cutSlice, type Proposed } from './cutSlice'

/** Sizes on screen, px. */
const ARROW_PX = 7
/** Arrows along an outline stand at least this far apart. */
const ARROW_STEP_PX = 60
const NUMBER_PX = 13
const LABEL_PX = 11

/** Regions to choose among; or what is proposed, which way outlines run, how often they wind. */
export function paintCut(ctx: CanvasRenderingContext2D, viewport: Viewport, scene: Scene): void {
	const { apart, proposed, direction, windings } = scene.slices.of(cutSlice).getState()
	if (apart) {
		paintApart(ctx, apart, viewport)
		return
	}
	if (proposed) paintProposed(ctx, proposed, viewport)
	if (direction) paintDirections(ctx, scene.sheet, chosenPieces(scene.selection), viewport)
	if (windings) paintWindings(ctx, windings, viewport)
}

/** A shape as it would become: dark as it will be cut, so that its openings show the photo. */
function paintProposed(
	ctx: CanvasRenderingContext2D,
	{ contours }: Proposed,
	viewport: Viewport,
): void {
	const path = filledPath(contours, viewport)
	ctx.setTransform(...viewMatrix(viewport.view, viewport.ratio))
	ctx.globalAlpha = 0.62
	ctx.fillStyle = INKS.ink
	ctx.fill(path, 'evenodd')
	ctx.globalAlpha = 1
	const { scale } = viewport.view
	ctx.lineJoin = 'round'
	ctx.strokeStyle = casingOnSheet(viewport, INKS.selected)
	ctx.lineWidth = 4 / scale
	ctx.stroke(path)
	ctx.strokeStyle = INKS.selected
	ctx.lineWidth = 1.75 / scale
	ctx.stroke(path)
}

/** Colours that tell neighbouring pieces apart; each has a number too. */
const FATES = ['#0E7466', '#3D5A80', '#8A5A83', '#7A6A1E', '#B0583B', '#4B6B2F'] as const

/** Regions: those kept in the colour of their piece, with its number; those dropped hatched. */
function paintApart(ctx: CanvasRenderingContext2D, apart: Apart, viewport: Viewport): void {
	const { scale } = viewport.view
	const numbers = pieceNumbers(apart)
	for (const [i, { contours }] of apart.regions.entries()) {
		const path = filledPath(contours, viewport)
		const fate = apart.fates[i] ?? 0
		const lit = apart.hovered === i
		ctx.setTransform(...viewMatrix(viewport.view, viewport.ratio))
		ctx.globalAlpha = fate === 0 ? (lit ? 0.45 : 0.3) : lit ? 0.8 : 0.55
		ctx.fillStyle =
			fate === 0 ? INKS.card : (FATES[((numbers.get(fate) ?? 1) - 1) % FATES.length] ?? INKS.active)
		ctx.fill(path, 'evenodd')
		ctx.globalAlpha = 1
		ctx.lineJoin = 'round'
		ctx.strokeStyle = casingOnSheet(viewport, lit ? INKS.selected : INKS.ink)
		ctx.lineWidth = (lit ? 5 : 3) / scale
		ctx.stroke(path)
		ctx.strokeStyle = lit ? INKS.selected : INKS.ink
		ctx.lineWidth = (lit ? 2.5 : 1) / scale
		ctx.setLineDash(fate === 0 ? [5 / scale, 4 / scale] : [])
		ctx.stroke(path)
		ctx.setLineDash([])
	}
	ctx.setTransform(viewport.ratio, 0, 0, viewport.ratio, 0, 0)
	for (const [i, { inside }] of apart.regions.entries()) {
		const fate = apart.fates[i] ?? 0
		label(ctx, fate === 0 ? '–' : String(numbers.get(fate)), toScreen(viewport.view, inside))
	}
}

/** The pieces that come of regions, numbered from 1 in the order in which they are met. */
function pieceNumbers({ fates }: Apart): Map<number, number> {
	const numbers = new Map<number, number>()
	for (const fate of fates)
		if (fate !== 0 && !numbers.has(fate)) numbers.set(fate, numbers.size + 1)
	return numbers
}

/** Arrows along the outlines of the pieces chosen, or of all where none is. */
function paintDirections(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	chosen: ReadonlySet<string>,
	viewport: Viewport,
): void {
	const shown = sheet.pieces.filter((p) => !p.hidden && (chosen.size === 0 || chosen.has(p.id)))
	inScreenPx(ctx, viewport)
	const arrows = new Path2D()
	for (const contour of shown.flatMap((p) => p.contours)) addArrows(arrows, contour, viewport)
	cased(ctx, arrows, INKS.wrong, 2)
}

function addArrows(path: Path2D, contour: Contour, { view, size }: Viewport): void {
	const within = growBox(visibleBox(view, size), ARROW_PX / view.scale)
	let owed = ARROW_STEP_PX / 2
	for (const segment of segments(contour)) {
		const cubic = segmentCubic(segment)
		const length = cubic
			.slice(1)
			.reduce((sum, p, i) => sum + distance(p, cubic[i] ?? p) * view.scale, 0)
		for (; owed < length; owed += ARROW_STEP_PX) {
			const at = pointAt(cubic, owed / length)
			if (!boxContains(within, at)) continue
			const angle = angleOf(derivativeAt(cubic, owed / length))
			const tip = toScreen(view, at)
			for (const turn of [WING_TURN, -WING_TURN])
				addLine(path, tip, add(tip, polar(angle + turn, ARROW_PX)))
		}
		owed -= length
	}
}

/** How far an arrow's wings are turned back from where it points, radians. */
const WING_TURN = 2.6

/** How often outlines wind round each region, in it. */
function paintWindings(
	ctx: CanvasRenderingContext2D,
	windings: readonly { readonly winding: number; readonly inside: Point }[],
	{ view, ratio }: Viewport,
): void {
	ctx.setTransform(ratio, 0, 0, ratio, 0, 0)
	for (const { winding, inside } of windings)
		label(ctx, winding > 0 ? `+${winding}` : `−${-winding}`, toScreen(view, inside))
}

function label(ctx: CanvasRenderingContext2D, text: string, [x, y]: Point): void {
	ctx.beginPath()
	ctx.arc(x, y, LABEL_PX, 0, 2 * Math.PI)
	ctx.fillStyle = INKS.card
	ctx.fill()
	ctx.strokeStyle = INKS.ink
	ctx.lineWidth = 1
	ctx.stroke()
	ctx.font = `600 ${NUMBER_PX}px "Spline Sans Mono Variable", monospace`
	ctx.textAlign = 'center'
	ctx.textBaseline = 'middle'
	ctx.fillStyle = INKS.ink
	ctx.fillText(text, x, y + 0.5)
}
