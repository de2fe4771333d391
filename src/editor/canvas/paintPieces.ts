import {
	type Box,
	boxesTouch,
	type Contour,
	contourHull,
	isStraight,
	OPEN_LINE_PX,
	type Paint,
	type PathNode,
	type Piece,
	reflection,
	type Sheet,
	segments,
} from '@/core'
import { chosenPieces, type Selection } from '@/store/selection'
import { INKS } from './colours'
import { type Size, type View, viewMatrix, visibleBox } from './view'

/** How much wider than the line its casing is, on screen, px. */
const CASING_PX = 2
/** Widths as shares of the line's: of pieces not at work, and of the outline chosen of several. */
const IDLE_SHARE = 0.67
const CHOSEN_SHARE = 1.85
/** How strongly the inside of a piece is tinted with its line's colour: the photo must be seen. */
const TINT = 0.16
const IDLE_TINT = 0.09
const FLASH = 0.38

export interface Frame {
	readonly view: View
	readonly size: Size
	readonly ratio: number
	readonly line: ShownLine
	/** The only part of the sheet that is drawn anew, where that is not all of the window. */
	readonly within?: Box
}

/** The trace line as it is drawn. */
export interface ShownLine {
	/** `#rrggbb` */
	readonly colour: string
	/** px on screen */
	readonly width: number
	/** 0 to 1 */
	readonly strength: number
}

/** How pieces look while they are traced: tinted, so that the photo shows, with a cased line. */
export function paintTrace(
	ctx: CanvasRenderingContext2D,
	sheet: Sheet,
	selection: Selection,
	filled: string | null,
	frame: Frame,
): void {
	const { scale } = frame.view
	const { colour, width } = frame.line
	ctx.setTransform(...viewMatrix(frame.view, frame.ratio))
	ctx.lineJoin = 'round'
	ctx.lineCap = 'round'
	const grain = grainOf(frame)
	const { strength } = frame.line
	const tint = (path: Path2D, share: number, rule: Piece['fillRule'] = 'nonzero') => {
		ctx.globalAlpha = share * strength
		ctx.fillStyle = colour
		ctx.fill(path, rule)
		ctx.globalAlpha = strength
	}
	ctx.globalAlpha = strength
	const chosenIds = chosenPieces(selection)
	for (const piece of visiblePieces(sheet, frame)) {
		const active = chosenIds.has(piece.id)
		tint(closedPath(piece, grain), active ? TINT : IDLE_TINT, piece.fillRule)
		const line = frame.within ? partOf(piece, frame.within, grain) : pathsOf(piece, grain).all
		ctx.lineWidth = (width + CASING_PX) / scale
		ctx.strokeStyle = INKS.casing
		ctx.stroke(line)
		ctx.lineWidth = (active ? width : width * IDLE_SHARE) / scale
		ctx.strokeStyle = colour
		ctx.stroke(line)
		const chosen = piece.contours.find((contour) => contour.id === selection.contour)
		if (chosen && piece.contours.length > 1) {
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
	frame: Frame,
): void {
	const { mirror } = sheet
	if (!mirror) return
	const chosen = chosenPieces(selection)
	ctx.setTransform(...viewMatrix(frame.view, frame.ratio))
	ctx.transform(...reflection(mirror))
	ctx.lineJoin = 'round'
	ctx.setLineDash([6 / frame.view.scale, 4 / frame.view.scale])
	for (const piece of visiblePieces(sheet, frame, false)) {
		if (!chosen.has(piece.id)) continue
		const { all } = pathsOf(piece, grainOf(frame))
		ctx.lineWidth = (frame.line.width + CASING_PX) / frame.view.scale
		ctx.strokeStyle = INKS.casing
		ctx.stroke(all)
		ctx.lineWidth = frame.line.width / frame.view.scale
		ctx.strokeStyle = frame.line.colour
		ctx.stroke(all)
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
	inverted: boolean,
	frame: Frame,
): void {
	const [ground, shape] = inverted ? ['#000000', '#FFFFFF'] : ['#FFFFFF', '#000000']
	ctx.setTransform(frame.ratio, 0, 0, frame.ratio, 0, 0)
	ctx.fillStyle = ground
	ctx.fillRect(0, 0, frame.size.width, frame.size.height)
	ctx.setTransform(...viewMatrix(frame.view, frame.ratio))
	ctx.fillStyle = shape
	ctx.strokeStyle = INKS.wrong
	ctx.lineWidth = 2 / frame.view.scale
	const grain = grainOf(frame)
	for (const piece of visiblePieces(sheet, frame)) {
		ctx.fill(pathsOf(piece, grain).closed, piece.fillRule)
		for (const contour of piece.contours)
			if (!contour.closed) ctx.stroke(contourPath(contour, grain))
	}
}

/** The pieces in their own paints, as they will be sent out; open outlines go as lines. */
export function paintArtwork(ctx: CanvasRenderingContext2D, sheet: Sheet, frame: Frame): void {
	ctx.setTransform(...viewMatrix(frame.view, frame.ratio))
	const grain = grainOf(frame)
	for (const piece of visiblePieces(sheet, frame)) {
		ctx.globalAlpha = piece.opacity
		withPaint(piece.fill, (colour) => {
			ctx.fillStyle = colour
			ctx.fill(pathsOf(piece, grain).closed, piece.fillRule)
		})
		withPaint(piece.stroke.paint, (colour) => {
			ctx.strokeStyle = colour
			ctx.lineWidth = piece.stroke.width
			ctx.stroke(pathsOf(piece, grain).all)
		})
		if (piece.stroke.paint.kind === 'none') paintOpenLines(ctx, piece, grain)
		ctx.globalAlpha = 1
	}
}

function paintOpenLines(ctx: CanvasRenderingContext2D, piece: Piece, grain: number): void {
	withPaint(piece.fill, (colour) => {
		ctx.strokeStyle = colour
		ctx.lineWidth = OPEN_LINE_PX
		for (const contour of piece.contours)
			if (!contour.closed) ctx.stroke(contourPath(contour, grain))
	})
}

function withPaint(paint: Paint, draw: (colour: string) => void): void {
	if (paint.kind === 'solid') draw(paint.colour)
}

/** Pieces that show; with `within` only those that the window shows something of. */
function visiblePieces(sheet: Sheet, { view, size, within: box }: Frame, within = true): Piece[] {
	const seen = box ?? visibleBox(view, size)
	return sheet.pieces.filter(
		(piece) =>
			!piece.hidden && (!within || piece.contours.some((c) => boxesTouch(contourHull(c), seen))),
	)
}

/** What is shorter than this on screen is left out of a path, or drawn straight, px. */
const LEFT_OUT_PX = 0.6
const STRAIGHT_PX = 2.5

/**
 * The length on the sheet of one screen px, rounded down to a power of two: paths are kept for
 * each such grain, so that they are not made anew for every step of a zoom.
 */
function grainOf({ view }: Frame): number {
	return 2 ** Math.floor(Math.log2(1 / view.scale))
}

const contourPaths = new WeakMap<Contour, { readonly grain: number; readonly path: Path2D }>()
const piecePaths = new WeakMap<readonly Contour[], PiecePaths>()

interface PiecePaths {
	readonly grain: number
	readonly all: Path2D
	readonly closed: Path2D
}

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

/** The segments of a piece that reach into a box. */
function partOf({ contours }: Piece, box: Box, grain: number): Path2D {
	const path = new Path2D()
	for (const contour of contours) {
		for (const { from, to } of segments(contour)) {
			if (!boxesTouch(hullOf(from, to), box)) continue
			path.moveTo(from.at[0], from.at[1])
			addSegment(path, from, to, reachOf(from, to) < STRAIGHT_PX * grain)
		}
	}
	return path
}

function hullOf({ at, out = at }: PathNode, { at: to, in: into = to }: PathNode): Box {
	return {
		minX: Math.min(at[0], out[0], into[0], to[0]),
		minY: Math.min(at[1], out[1], into[1], to[1]),
		maxX: Math.max(at[0], out[0], into[0], to[0]),
		maxY: Math.max(at[1], out[1], into[1], to[1]),
	}
}

/** The closed outlines of a piece: those of a single one are its own path, not a copy. */
/** Closed outlines as one path, sheet px. */
export function closedPathOf(contours: readonly Contour[], frame: Frame): Path2D {
	const path = new Path2D()
	for (const contour of contours)
		if (contour.closed) path.addPath(contourPath(contour, grainOf(frame)))
	return path
}

function closedPath(piece: Piece, grain: number): Path2D {
	const [only, more] = piece.contours
	return only?.closed && !more ? contourPath(only, grain) : pathsOf(piece, grain).closed
}

function pathsOf(piece: Piece, grain: number): PiecePaths {
	const kept = piecePaths.get(piece.contours)
	if (kept?.grain === grain) return kept
	const paths = { grain, all: new Path2D(), closed: new Path2D() }
	for (const contour of piece.contours) {
		const path = contourPath(contour, grain)
		paths.all.addPath(path)
		if (contour.closed) paths.closed.addPath(path)
	}
	piecePaths.set(piece.contours, paths)
	return paths
}
