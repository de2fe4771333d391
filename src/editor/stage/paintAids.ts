import {
	add,
	distance,
	formatLength,
	type Guide,
	type MirrorLine,
	mix,
	type Point,
	perpendicular,
	type Sheet,
	type Snapped,
	scale,
	subtract,
	unit,
} from '@/core'
import { knobOf } from '@/editor/session/frame'
import type { Frame, Line, Note, Overlay } from '@/editor/session/tool'
import { toScreen, type View, type Viewport } from '@/editor/session/view'
import { INKS } from './colours'
import { paintBrush } from './paintBrush'
import { paintRun } from './paintRun'
import { paintWords } from './paintWords'
import { addLine, addRing, cased, inScreenPx } from './strokes'

/** Sizes on screen, px. */
const BRACKET_PX = 11
const KNOB_RADIUS_PX = 6
const END_BAR_PX = 7
const SNAP_MARK_PX = 5
const EDGE_MARK_PX = 14
const NOTE_AWAY_PX = 14
const NOTE_HEIGHT_PX = 20
const NOTE_PAD_PX = 6
/** Nearer to its line than this the end of overshoot is not drawn. */
const OVERSHOOT_SHOWN_PX = 5

/** What helps in placing and is no artwork: guides, a photo's frame, measuring lines, signs of snapping. */
export function paintAids(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	overlay: Overlay,
	viewport: Viewport,
): void {
	const { view, size } = viewport
	inScreenPx(ctx, viewport)
	const across: Across = { view, width: size.width, height: size.height }
	if (!sheet.guidesHidden) paintGuides(ctx, sheet, across)
	if (sheet.mirror) paintMirrorLine(ctx, sheet.mirror, across)
	if (overlay.guide) {
		const path = new Path2D()
		addGuide(path, overlay.guide, across)
		cased(ctx, path, INKS.active, 1.5)
	}
	if (overlay.frame) paintFrame(ctx, overlay.frame, view)
	if (overlay.line) paintLine(ctx, overlay.line, sheet, view)
	if (overlay.snapped) paintSnap(ctx, overlay.snapped, across)
	if (overlay.run) paintRun(ctx, overlay.run, viewport)
	if (overlay.brush) paintBrush(ctx, overlay.brush, viewport)
	if (overlay.words) paintWords(ctx, overlay.words, view)
	const said = overlay.note ?? (overlay.snapped && noteOf(overlay.snapped, sheet))
	if (said) paintNote(ctx, said, viewport)
}

interface Across {
	readonly view: View
	readonly width: number
	readonly height: number
}

function paintGuides(
	ctx: CanvasRenderingContext2D,
	{ guides, guidesLocked, letterform }: Sheet,
	across: Across,
): void {
	const path = new Path2D()
	for (const guide of guides) addGuide(path, guide, across)
	ctx.setLineDash(guidesLocked ? [2, 4] : [])
	cased(ctx, path, INKS.idle, 1)
	ctx.setLineDash([])
	const lines = guides.filter(({ line }) => line !== undefined)
	if (lines.length > 0) paintLetterLines(ctx, lines, letterform?.overshoot ?? 0, across)
}

/** Names of the lines of letters at the right end, clear of the ruler, and dots along where overshoot ends. */
function paintLetterLines(
	ctx: CanvasRenderingContext2D,
	lines: readonly Guide[],
	overshoot: number,
	across: Across,
): void {
	if (overshoot * across.view.scale >= OVERSHOOT_SHOWN_PX) {
		const path = new Path2D()
		for (const { line, at } of lines) {
			const below = line === 'baseline' || line === 'descender'
			addGuide(path, { axis: 'y', at: at + (below ? overshoot : -overshoot) }, across)
		}
		ctx.setLineDash([2, 8])
		cased(ctx, path, INKS.active, 1)
		ctx.setLineDash([])
	}
	ctx.font = "600 11px 'Figtree Variable', system-ui, sans-serif"
	ctx.textAlign = 'right'
	ctx.lineWidth = 3
	ctx.strokeStyle = INKS.card
	ctx.fillStyle = INKS.ink
	for (const { line = '', at } of lines) {
		const y = toScreen(across.view, [at, at])[1] - 4
		ctx.strokeText(line, across.width - NOTE_PAD_PX, y)
		ctx.fillText(line, across.width - NOTE_PAD_PX, y)
	}
}

function addGuide(
	path: Path2D,
	{ axis, at }: Pick<Guide, 'axis' | 'at'>,
	{ view, width, height }: Across,
): void {
	const [x, y] = toScreen(view, [at, at]).map((v) => Math.round(v) + 0.5) as [number, number]
	if (axis === 'x') addLine(path, [x, 0], [x, height])
	else addLine(path, [0, y], [width, y])
}

/** The mirror line, right across the window: a chain of long and short strokes. */
function paintMirrorLine(
	ctx: CanvasRenderingContext2D,
	{ from, to }: MirrorLine,
	{ view, width, height }: Across,
): void {
	const [a, b] = [toScreen(view, from), toScreen(view, to)]
	const along = scale(unit(subtract(b, a)), width + height)
	const path = new Path2D()
	addLine(path, subtract(a, along), add(b, along))
	ctx.setLineDash([14, 4, 3, 4])
	cased(ctx, path, INKS.active, 1.5)
	ctx.setLineDash([])
}

/** A bracket at each corner, and the knob that turns the photo on its stalk. */
function paintFrame(ctx: CanvasRenderingContext2D, frame: Frame, view: View): void {
	const corners = frame.corners.map((p) => toScreen(view, p)) as [Point, Point, Point, Point]
	const sides = new Path2D()
	for (const [i, corner] of corners.entries())
		addLine(sides, corner, corners[(i + 1) % 4] ?? corner)
	cased(ctx, sides, INKS.active, 1)
	if (frame.locked) return
	const brackets = new Path2D()
	for (const [i, corner] of corners.entries()) {
		const ends = [corners[(i + 1) % 4], corners[(i + 3) % 4]].map((next) =>
			add(corner, scale(unit(subtract(next ?? corner, corner)), BRACKET_PX)),
		)
		for (const end of ends) addLine(brackets, corner, end)
	}
	cased(ctx, brackets, INKS.active, 3.5)
	const knob = toScreen(view, knobOf(frame, 1 / view.scale))
	const foot = mix(corners[0], corners[1], 0.5)
	const stalk = new Path2D()
	addLine(stalk, foot, add(knob, scale(unit(subtract(foot, knob)), KNOB_RADIUS_PX)))
	addRing(stalk, knob, KNOB_RADIUS_PX)
	cased(ctx, stalk, INKS.active, 2)
}

/** A line with a bar across either end, and its length beside it. */
function paintLine(
	ctx: CanvasRenderingContext2D,
	{ from, to }: Line,
	sheet: Sheet,
	view: View,
): void {
	const [a, b] = [toScreen(view, from), toScreen(view, to)]
	const bar = scale(perpendicular(unit(subtract(b, a))), END_BAR_PX)
	const path = new Path2D()
	addLine(path, a, b)
	for (const end of [a, b]) addLine(path, subtract(end, bar), add(end, bar))
	cased(ctx, path, INKS.active, 2)
	const [x, y] = add(mix(a, b, 0.5), [0, -12])
	const words = formatLength(distance(from, to), sheet)
	ctx.font = "500 12px 'Spline Sans Mono Variable', ui-monospace, monospace"
	ctx.textAlign = 'center'
	ctx.lineWidth = 4
	ctx.strokeStyle = INKS.card
	ctx.strokeText(words, x, y)
	ctx.fillStyle = INKS.ink
	ctx.fillText(words, x, y)
}

/** What a point snapped to, in a word. */
function noteOf({ at, caught }: Snapped, { guides }: Sheet): Note {
	const lies = (axis: Guide['axis'], v: number | null) =>
		v !== null && guides.some((guide) => guide.axis === axis && guide.at === v)
	const onGuide = lies('x', caught.x) || lies('y', caught.y)
	const says = caught.point ? 'node' : caught.along ? 'edge' : onGuide ? 'guide' : 'level'
	return { at, says }
}

/** A word beside a place, away from the pointer's own mark. */
function paintNote(
	ctx: CanvasRenderingContext2D,
	{ at, says }: Note,
	{ view, size }: Viewport,
): void {
	ctx.font = "600 12px 'Figtree Variable', system-ui, sans-serif"
	const width = ctx.measureText(says).width + 2 * NOTE_PAD_PX
	const [x, y] = toScreen(view, at)
	const left = x + NOTE_AWAY_PX + width > size.width ? x - NOTE_AWAY_PX - width : x + NOTE_AWAY_PX
	const top = Math.max(2, y - NOTE_AWAY_PX - NOTE_HEIGHT_PX)
	ctx.beginPath()
	ctx.roundRect(left, top, width, NOTE_HEIGHT_PX, 4)
	ctx.fillStyle = INKS.ink
	ctx.fill()
	ctx.lineWidth = 1
	ctx.strokeStyle = INKS.card
	ctx.stroke()
	ctx.textAlign = 'left'
	ctx.textBaseline = 'middle'
	ctx.fillStyle = INKS.card
	ctx.fillText(says, left + NOTE_PAD_PX, top + NOTE_HEIGHT_PX / 2 + 0.5)
	ctx.textBaseline = 'alphabetic'
}

/** A diamond where a point snapped, and the lines that caught it. */
function paintSnap(ctx: CanvasRenderingContext2D, { at, caught }: Snapped, across: Across): void {
	const path = new Path2D()
	if (caught.x !== null && !caught.point) addGuide(path, { axis: 'x', at: caught.x }, across)
	if (caught.y !== null && !caught.point) addGuide(path, { axis: 'y', at: caught.y }, across)
	ctx.setLineDash([3, 4])
	cased(ctx, path, INKS.selected, 1)
	ctx.setLineDash([])
	const [x, y] = toScreen(across.view, at)
	const mark = new Path2D()
	if (caught.along) {
		const arm = scale(caught.along, EDGE_MARK_PX)
		addLine(mark, subtract([x, y], arm), add([x, y], arm))
	}
	mark.moveTo(x, y - SNAP_MARK_PX)
	for (const [dx, dy] of [
		[1, 0],
		[0, 1],
		[-1, 0],
	] as const)
		mark.lineTo(x + dx * SNAP_MARK_PX, y + dy * SNAP_MARK_PX)
	mark.closePath()
	cased(ctx, mark, INKS.selected, 2)
}
