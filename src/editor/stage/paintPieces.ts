import {
	asSeen,
	type Box,
	boxesTouch,
	type Contour,
	contourHull,
	displayItem,
	EMPTY_BOX,
	growBox,
	isFilled,
	isStraight,
	joinBoxes,
	type Paint,
	type PathNode,
	type Piece,
	reflection,
	type Sheet,
	type Stroke,
	segments,
} from '@/core'
import type { Silhouette } from '@/editor/session/definitions'
import { type Viewport, viewMatrix, visibleBox } from '@/editor/session/view'
import { chosenPieces, type Selection } from '@/store/selection'
import { INKS } from './colours'
import { fillWith, styleOf } from './paintStyle'
import { casingOnSheet } from './strokes'

/** How much wider than the line its casing is, on screen, px. */
const CASING_PX = 2
/** Widths as shares of the line's: of pieces not at work, and of the outline chosen of several. */
const IDLE_SHARE = 0.86
const CHOSEN_SHARE = 1.85
/** How strongly the inside of a piece is tinted with its line's colour: the photo must be seen. */
const TINT = 0.16
const IDLE_TINT = 0.09
const FLASH = 0.38

/**
 * How pieces look while they are traced: tinted, so that the photo shows, with a cased line.
 * @param filled an outline whose inside flashes
 * @param painted their own paints show already: there is no tint, and a line only round those chosen
 * @param selection names an outline only where that is one of several of its piece
 */
export function paintTrace(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	selection: Selection,
	{ filled, painted }: { readonly filled: string | null; readonly painted: boolean },
	viewport: Viewport,
): void {
	const { scale } = viewport.view
	const { colour, width } = viewport.line
	ctx.setTransform(...viewMatrix(viewport.view, viewport.ratio))
	ctx.lineJoin = 'round'
	ctx.lineCap = 'round'
	const grain = grainOf(viewport)
	const casing = casingOnSheet(viewport, colour)
	const { strength } = viewport.line
	const tint = (path: Path2D, share: number, rule: Piece['fillRule'] = 'nonzero') => {
		ctx.globalAlpha = share * strength
		ctx.fillStyle = colour
		ctx.fill(path, rule)
		ctx.globalAlpha = strength
	}
	ctx.globalAlpha = strength
	const chosenIds = chosenPieces(selection)
	for (const piece of visiblePieces(sheet, viewport)) {
		const active = chosenIds.has(piece.id)
		if (!painted)
			tint(filledPath(asSeen(piece).contours, viewport), active ? TINT : IDLE_TINT, piece.fillRule)
		if (painted && !active) continue
		const lines = linesOf(piece.contours, viewport)
		ctx.lineWidth = (width + CASING_PX) / scale
		ctx.strokeStyle = casing
		for (const line of lines) ctx.stroke(line)
		ctx.lineWidth = (active && !painted ? width : width * IDLE_SHARE) / scale
		ctx.strokeStyle = colour
		for (const line of lines) ctx.stroke(line)
		const chosen = piece.contours.find((contour) => contour.id === selection.contour)
		if (chosen) {
			ctx.lineWidth = (width * CHOSEN_SHARE) / scale
			ctx.stroke(contourPath(chosen, grain))
		}
		const flashing = piece.contours.find((contour) => contour.id === filled)
		if (flashing) tint(contourPath(flashing, grain), FLASH)
	}
	ctx.globalAlpha = 1
}

/** The other side of mirror work: what the pieces chosen will have beyond the mirror line. */
export function paintMirrored(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	selection: Selection,
	viewport: Viewport,
): void {
	const { mirror } = sheet
	if (!mirror) return
	const chosen = chosenPieces(selection)
	ctx.setTransform(...viewMatrix(viewport.view, viewport.ratio))
	ctx.transform(...reflection(mirror))
	ctx.lineJoin = 'round'
	ctx.setLineDash([6 / viewport.view.scale, 4 / viewport.view.scale])
	for (const piece of visiblePieces(sheet, viewport, false)) {
		if (!chosen.has(piece.id)) continue
		const lines = blocksOf(piece.contours, grainOf(viewport)).map(({ all }) => all)
		ctx.lineWidth = (viewport.line.width + CASING_PX) / viewport.view.scale
		ctx.strokeStyle = casingOnSheet(viewport, viewport.line.colour)
		for (const line of lines) ctx.stroke(line)
		ctx.lineWidth = viewport.line.width / viewport.view.scale
		ctx.strokeStyle = viewport.line.colour
		for (const line of lines) ctx.stroke(line)
	}
	ctx.setLineDash([])
}

/**
 * The pieces by themselves, as they would be cut: one colour on the other, openings open. Open
 * outlines enclose nothing; they are drawn as lines, so that they are seen.
 */
export function paintSilhouette(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	{ ground, shape, from = 0 }: Silhouette,
	viewport: Viewport,
): void {
	const { width, height } = viewport.size
	ctx.save()
	ctx.setTransform(viewport.ratio, 0, 0, viewport.ratio, 0, 0)
	ctx.beginPath()
	ctx.rect(from * width, 0, width, height)
	ctx.clip()
	ctx.fillStyle = ground
	ctx.fillRect(0, 0, width, height)
	ctx.setTransform(...viewMatrix(viewport.view, viewport.ratio))
	ctx.fillStyle = shape
	ctx.strokeStyle = INKS.wrong
	ctx.lineWidth = 2 / viewport.view.scale
	const grain = grainOf(viewport)
	for (const piece of visiblePieces(sheet, viewport).map(asSeen)) {
		ctx.fill(filledPath(piece.contours, viewport), piece.fillRule)
		for (const contour of piece.contours)
			if (!isFilled(contour)) ctx.stroke(contourPath(contour, grain))
	}
	ctx.restore()
}

/**
 * The pieces in their own paints, as they will be sent out; open outlines go as lines.
 * @param strength 1 as they are, less where what lies below is to be seen through them
 */
export function paintArtwork(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	viewport: Viewport,
	strength = 1,
): void {
	ctx.setTransform(...viewMatrix(viewport.view, viewport.ratio))
	for (const piece of visiblePieces(sheet, viewport)) {
		const { opacity, shapes } = displayItem(piece)
		for (const { contours, rule, fill, stroke, strokeBelow } of shapes) {
			const path = wholePath(contours, viewport, strokeReach(stroke))
			const lay = (paint: Paint, draw: () => void) => {
				if (paint.kind === 'none') return
				ctx.globalAlpha = strength * opacity * ('alpha' in paint ? (paint.alpha ?? 1) : 1)
				ctx.fillStyle = ctx.strokeStyle = styleOf(ctx, paint)
				draw()
			}
			const line = () => {
				setStroke(ctx, stroke)
				ctx.stroke(path)
			}
			if (strokeBelow) lay(stroke.paint, line)
			lay(fill, () => fillWith(ctx, fill, path, rule))
			if (!strokeBelow) lay(stroke.paint, line)
		}
	}
	setStroke(ctx, { width: 1 })
	ctx.globalAlpha = 1
}

/** What lies under the pieces, as large as the sheet. */
export function paintBackground(
	ctx: CanvasRenderingContext2D,
	{ background, width, height }: Sheet,
	{ view, ratio }: Viewport,
): void {
	if (!background || background.kind === 'none') return
	ctx.setTransform(...viewMatrix(view, ratio))
	const path = new Path2D()
	path.rect(0, 0, width, height)
	ctx.globalAlpha = 'alpha' in background ? (background.alpha ?? 1) : 1
	ctx.fillStyle = styleOf(ctx, background)
	fillWith(ctx, background, path, 'nonzero')
	ctx.globalAlpha = 1
}

function setStroke(ctx: CanvasRenderingContext2D, stroke: Omit<Stroke, 'paint'>): void {
	ctx.lineWidth = stroke.width
	ctx.lineCap = stroke.cap ?? 'butt'
	ctx.lineJoin = stroke.join ?? 'miter'
	ctx.miterLimit = stroke.miterLimit ?? 4
	ctx.setLineDash([...(stroke.dashes ?? [])])
	ctx.lineDashOffset = stroke.dashOffset ?? 0
}

/** Pieces that show; with `within` only those that the window shows something of. */
function visiblePieces(
	sheet: Sheet,
	{ view, size, within: box }: Viewport,
	within = true,
): Piece[] {
	const seen = box ?? visibleBox(view, size)
	return sheet.pieces.filter((piece) => {
		if (piece.hidden || !within) return !piece.hidden
		const wide = growBox(seen, strokeReach(piece.stroke))
		return piece.contours.some((c) => boxesTouch(contourHull(c), wide))
	})
}

/** A stroke reaches out of its outline by so much of its width at most, where its mitre is longest. */
const MITRE_REACH = 2

/** How far a stroke may reach out of its outline, px of the sheet. */
export function strokeReach({ paint, width }: Stroke): number {
	return paint.kind === 'none' ? 0 : MITRE_REACH * width
}

/** What is shorter than this on screen is left out of a path, or drawn straight, px. */
const LEFT_OUT_PX = 0.6
const STRAIGHT_PX = 2.5

/**
 * The length on the sheet of one screen px, rounded down to a power of two: paths are kept for
 * each such grain, so that they are not made anew for every step of a zoom.
 */
function grainOf({ view }: Viewport): number {
	return 2 ** Math.floor(Math.log2(1 / view.scale))
}

const contourPaths = new WeakMap<Contour, { readonly grain: number; readonly path: Path2D }>()

/** So many outlines of a piece have their paths in common. */
const BLOCK = 256

/** Some outlines that follow each other in a piece: one drag makes one block anew, not all paths. */
interface Block {
	readonly contours: readonly Contour[]
	readonly hull: Box
	readonly grain: number
	readonly all: Path2D
	/** What the outlines enclose. */
	readonly filled: Path2D
}

/** Blocks by their first outline. */
const blocks = new WeakMap<Contour, Block>()

/**
 * The outline as a path in sheet px, as fine as can be seen. Kept with the contour, which never
 * changes.
 */
function contourPath(contour: Contour, grain: number): Path2D {
	const kept = contourPaths.get(contour)
	if (kept?.grain === grain) return kept.path
	const path = new Path2D()
	const { nodes, closed } = contour
	const first = nodes[0]
	if (first) path.moveTo(...first.at)
	let from = first
	const count = nodes.length + (closed ? 1 : 0)
	for (let i = 1; from && i < count; i++) {
		const to = nodes[i % nodes.length]
		if (!to) continue
		const reach = reachOf(from, to)
		if (reach < LEFT_OUT_PX * grain && i < count - 1) continue
		addSegment(path, from, to, reach < STRAIGHT_PX * grain)
		from = to
	}
	if (closed) path.closePath()
	contourPaths.set(contour, { grain, path })
	return path
}

/** The length of a segment's control polygon, in the quick measure |x| + |y|. */
function reachOf({ at, out = at }: PathNode, { at: to, in: into = to }: PathNode): number {
	return (
		Math.abs(out[0] - at[0]) +
		Math.abs(out[1] - at[1]) +
		Math.abs(into[0] - out[0]) +
		Math.abs(into[1] - out[1]) +
		Math.abs(to[0] - into[0]) +
		Math.abs(to[1] - into[1])
	)
}

function addSegment(path: Path2D, from: PathNode, to: PathNode, straight: boolean): void {
	if (straight || isStraight(from, to)) {
		path.lineTo(to.at[0], to.at[1])
		return
	}
	const out = from.out ?? from.at
	const into = to.in ?? to.at
	path.bezierCurveTo(out[0], out[1], into[0], into[1], to.at[0], to.at[1])
}

/** Outlines as lines: all that the window shows, or the segments that reach into the part drawn anew. */
function linesOf(contours: readonly Contour[], viewport: Viewport): Path2D[] {
	const grain = grainOf(viewport)
	const { within } = viewport
	if (!within) return seenBlocks(contours, viewport).map(({ all }) => all)
	const path = new Path2D()
	for (const contour of contours)
		if (boxesTouch(contourHull(contour), within)) {
			if (contour.nodes.length < FEW_NODES) path.addPath(contourPath(contour, grain))
			else addPart(path, contour, within, grain)
		}
	return [path]
}

/** An outline of no more nodes is taken whole where a part of it is drawn anew. */
const FEW_NODES = 24

/** The segments of an outline that reach into a box. */
function addPart(path: Path2D, contour: Contour, box: Box, grain: number): void {
	for (const { from, to } of segments(contour)) {
		if (!boxesTouch(hullOf(from, to), box)) continue
		path.moveTo(from.at[0], from.at[1])
		addSegment(path, from, to, reachOf(from, to) < STRAIGHT_PX * grain)
	}
}

function hullOf({ at, out = at }: PathNode, { at: to, in: into = to }: PathNode): Box {
	return {
		minX: Math.min(at[0], out[0], into[0], to[0]),
		minY: Math.min(at[1], out[1], into[1], to[1]),
		maxX: Math.max(at[0], out[0], into[0], to[0]),
		maxY: Math.max(at[1], out[1], into[1], to[1]),
	}
}

/** What outlines enclose as one path, sheet px: as much of it as the window shows. */
export function filledPath(contours: readonly Contour[], viewport: Viewport): Path2D {
	const [only, more] = contours
	if (only && !more && isFilled(only)) return contourPath(only, grainOf(viewport))
	if (viewport.within) return partOf(contours.filter(isFilled), viewport.within, viewport)
	return joined(seenBlocks(contours, viewport).map(({ filled }) => filled))
}

/**
 * Outlines as one path, sheet px: as much of it as the window shows.
 * @param reach how far their stroke reaches out of them, px
 */
function wholePath(contours: readonly Contour[], viewport: Viewport, reach: number): Path2D {
	const [only, more] = contours
	if (only && !more) return contourPath(only, grainOf(viewport))
	if (viewport.within) return partOf(contours, growBox(viewport.within, reach), viewport)
	return joined(seenBlocks(contours, viewport).map(({ all }) => all))
}

/** Outlines that reach into a part; what lies beyond it adds nothing to what winds round a place in it. */
function partOf(contours: readonly Contour[], within: Box, viewport: Viewport): Path2D {
	const grain = grainOf(viewport)
	const near = contours.filter((contour) => boxesTouch(contourHull(contour), within))
	return joined(near.map((contour) => contourPath(contour, grain)))
}

function joined(paths: readonly Path2D[]): Path2D {
	const [only, more] = paths
	if (only && !more) return only
	const path = new Path2D()
	for (const part of paths) path.addPath(part)
	return path
}

function seenBlocks(contours: readonly Contour[], viewport: Viewport): Block[] {
	const seen = visibleBox(viewport.view, viewport.size)
	// Strokes reach out of their outlines' hulls, and blocks are few: a margin costs nothing.
	const wide = growBox(seen, Math.max(seen.maxX - seen.minX, seen.maxY - seen.minY) / 4)
	return blocksOf(contours, grainOf(viewport)).filter(({ hull }) => boxesTouch(hull, wide))
}

function blocksOf(contours: readonly Contour[], grain: number): Block[] {
	const all: Block[] = []
	for (let from = 0; from < contours.length; from += BLOCK) {
		const count = Math.min(BLOCK, contours.length - from)
		const first = contours[from]
		const kept = first && blocks.get(first)
		const stands =
			kept?.grain === grain &&
			kept.contours.length === count &&
			kept.contours.every((contour, i) => contour === contours[from + i])
		const block = stands ? kept : blockOf(contours.slice(from, from + count), grain)
		if (first && !stands) blocks.set(first, block)
		all.push(block)
	}
	return all
}

function blockOf(contours: readonly Contour[], grain: number): Block {
	const [all, filled] = [new Path2D(), new Path2D()]
	for (const contour of contours) {
		const path = contourPath(contour, grain)
		all.addPath(path)
		if (isFilled(contour)) filled.addPath(path)
	}
	return {
		contours,
		hull: contours.map(contourHull).reduce(joinBoxes, EMPTY_BOX),
		grain,
		all,
		filled,
	}
}
