import {
	boxesTouch,
	type Contour,
	isStraight,
	OPEN_LINE_PX,
	type Paint,
	type Piece,
	type Sheet,
	segmentCubic,
	segments,
} from '@/core'
import type { Selection } from '@/store/selection'
import { INKS } from './colours'
import { boundsOf } from './hitTest'
import { type Size, type View, viewMatrix, visibleBox } from './view'

/** Widths on screen, CSS px. */
const LINE_PX = 1.5
const CASING_PX = 3.5
const IDLE_LINE_PX = 1

export interface Frame {
	readonly view: View
	readonly size: Size
	readonly ratio: number
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
	ctx.setTransform(...viewMatrix(frame.view, frame.ratio))
	ctx.lineJoin = 'round'
	ctx.lineCap = 'round'
	for (const piece of visiblePieces(sheet, frame)) {
		const active = piece.id === selection.piece
		ctx.fillStyle = active ? INKS.tint : INKS.idleTint
		ctx.fill(closedPath(piece), piece.fillRule)
		const line = piecePath(piece)
		ctx.lineWidth = CASING_PX / scale
		ctx.strokeStyle = INKS.casing
		ctx.stroke(line)
		ctx.lineWidth = (active ? LINE_PX : IDLE_LINE_PX) / scale
		ctx.strokeStyle = active ? INKS.line : INKS.idle
		ctx.stroke(line)
		const flashing = piece.contours.find((contour) => contour.id === filled)
		if (flashing) {
			ctx.fillStyle = INKS.flash
			ctx.fill(contourPath(flashing))
		}
	}
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
	for (const piece of visiblePieces(sheet, frame)) {
		ctx.fill(closedPath(piece), piece.fillRule)
		for (const contour of piece.contours) if (!contour.closed) ctx.stroke(contourPath(contour))
	}
}

/** The pieces in their own paints, as they will be sent out; open outlines go as lines. */
export function paintArtwork(ctx: CanvasRenderingContext2D, sheet: Sheet, frame: Frame): void {
	ctx.setTransform(...viewMatrix(frame.view, frame.ratio))
	for (const piece of visiblePieces(sheet, frame)) {
		ctx.globalAlpha = piece.opacity
		withPaint(piece.fill, (colour) => {
			ctx.fillStyle = colour
			ctx.fill(closedPath(piece), piece.fillRule)
		})
		withPaint(piece.stroke.paint, (colour) => {
			ctx.strokeStyle = colour
			ctx.lineWidth = piece.stroke.width
			ctx.stroke(piecePath(piece))
		})
		if (piece.stroke.paint.kind === 'none') paintOpenLines(ctx, piece)
		ctx.globalAlpha = 1
	}
}

function paintOpenLines(ctx: CanvasRenderingContext2D, piece: Piece): void {
	withPaint(piece.fill, (colour) => {
		ctx.strokeStyle = colour
		ctx.lineWidth = OPEN_LINE_PX
		for (const contour of piece.contours) if (!contour.closed) ctx.stroke(contourPath(contour))
	})
}

function withPaint(paint: Paint, draw: (colour: string) => void): void {
	if (paint.kind === 'solid') draw(paint.colour)
}

function visiblePieces(sheet: Sheet, { view, size }: Frame): Piece[] {
	const seen = visibleBox(view, size)
	return sheet.pieces.filter(
		(piece) => !piece.hidden && piece.contours.some((c) => boxesTouch(boundsOf(c), seen)),
	)
}

const contourPaths = new WeakMap<Contour, Path2D>()
const piecePaths = new WeakMap<readonly Contour[], { all: Path2D; closed: Path2D }>()

/** The outline as a path in sheet px, kept with the contour: contours never change. */
export function contourPath(contour: Contour): Path2D {
	let path = contourPaths.get(contour)
	if (!path) {
		path = new Path2D()
		const first = contour.nodes[0]
		if (first) path.moveTo(...first.at)
		for (const segment of segments(contour)) {
			const [, b, c, d] = segmentCubic(segment)
			if (isStraight(segment.from, segment.to)) path.lineTo(...d)
			else path.bezierCurveTo(...b, ...c, ...d)
		}
		if (contour.closed) path.closePath()
		contourPaths.set(contour, path)
	}
	return path
}

function pathsOf(piece: Piece): { all: Path2D; closed: Path2D } {
	let paths = piecePaths.get(piece.contours)
	if (!paths) {
		paths = { all: new Path2D(), closed: new Path2D() }
		for (const contour of piece.contours) {
			paths.all.addPath(contourPath(contour))
			if (contour.closed) paths.closed.addPath(contourPath(contour))
		}
		piecePaths.set(piece.contours, paths)
	}
	return paths
}

function piecePath(piece: Piece): Path2D {
	return pathsOf(piece).all
}

function closedPath(piece: Piece): Path2D {
	return pathsOf(piece).closed
}
