import { type Box, boxesTouch, contourHull, growBox, type Piece } from '@/core'
import { toSheet, type Viewport } from '@/editor/session/view'
import { drawClipped, type Part } from './dirty'
import { strokeReach } from './paintPieces'

/** A tile of more outlines than this is drawn in quarters, unless it is this small, px on screen. */
const TILE_OUTLINES = 600
const TILE_PX = 40
/** One frame's share of the drawing, ms. */
const SHARE_MS = 10
/** Marks and lines may reach so far out of their outlines, px on screen. */
const REACH_PX = 24

/** Draws the pieces that reach into a part of the window, as far as they do. */
export type PaintPieces = (
	ctx: CanvasRenderingContext2D,
	viewport: Viewport,
	pieces: readonly Piece[],
) => void

/**
 * A layer of a sheet that cannot be drawn within a frame. It is drawn tile by tile out of sight, a
 * share with each frame; until it is done, the picture before stands in, moved with the view.
 */
export interface FarPicture {
	/** @returns whether there is more to draw with the next frames */
	draw(ctx: CanvasRenderingContext2D, part: Part | null, viewport: Viewport): boolean
	/** Nothing stands in any more. */
	forget(): void
}

/** A part of the window, device px, and the pieces of which something may reach into it. */
interface Tile {
	readonly x: number
	readonly y: number
	readonly width: number
	readonly height: number
	readonly among: readonly Piece[]
}

interface Picture {
	readonly ctx: CanvasRenderingContext2D
	readonly viewport: Viewport
	/** What is not drawn yet, the next one last. */
	readonly waiting: Tile[]
}

export function createFarPicture(paint: PaintPieces, pieces: () => readonly Piece[]): FarPicture {
	let shown: Picture | null = null
	let drawing: Picture | null = null
	/** What is being drawn is out of date already: all is drawn once more after it. */
	let again = false
	/** Tiles for a frame: what is asked of a canvas is drawn later, so that only the whole frame tells. */
	let tiles = 4

	const begin = (viewport: Viewport) => {
		again = false
		drawing = newPicture(viewport, pieces())
	}
	const work = (viewport: Viewport) => {
		const until = performance.now() + SHARE_MS
		for (let left = tiles; drawing && left > 0 && performance.now() < until; left--) {
			const tile = drawing.waiting.pop()
			if (tile) drawTile(paint, drawing, tile)
			else {
				shown = drawing
				drawing = null
				if (again) begin(viewport)
			}
		}
	}
	return {
		draw: (ctx, part, viewport) => {
			if (part === 'all' && drawing && standsIn(drawing.viewport, viewport)) again = true
			else if (part === 'all') begin(viewport)
			else if (part)
				for (const picture of [shown, drawing]) if (picture) mend(paint, picture, part, pieces())
			const began = performance.now()
			work(viewport)
			lay(ctx, shown ?? drawing, viewport)
			tiles = performance.now() - began > SHARE_MS ? Math.max(1, tiles / 2) : tiles + 1
			return drawing !== null
		},
		forget: () => {
			shown = drawing = null
		},
	}
}

/** Between views whose scales differ by more, what is drawn for one is of no use in the other. */
const ALIKE = 1.5

/** Whether what is being drawn for a view left by now would be of use in this one. */
function standsIn(left: Viewport, { view, size }: Viewport): boolean {
	const k = view.scale / left.view.scale
	const [dx, dy] = [view.x - left.view.x * k, view.y - left.view.y * k]
	const near = Math.abs(dx) < size.width / 2 && Math.abs(dy) < size.height / 2
	return k < ALIKE && k > 1 / ALIKE && near
}

function newPicture(viewport: Viewport, among: readonly Piece[]): Picture {
	const { size, ratio } = viewport
	const [width, height] = [Math.round(size.width * ratio), Math.round(size.height * ratio)]
	const ctx = Object.assign(document.createElement('canvas'), { width, height }).getContext('2d')
	if (!ctx) throw new Error('There is no canvas to draw with.')
	return { ctx, viewport, waiting: [{ x: 0, y: 0, width, height, among }] }
}

/** Draws a tile, or parts it. */
function drawTile(paint: PaintPieces, picture: Picture, tile: Tile): void {
	const { viewport, waiting } = picture
	const within = boxOfTile(tile, viewport)
	const among = reachingInto(within, tile.among, viewport)
	const outlines = among.reduce((sum, { contours }) => sum + contours.length, 0)
	const small = Math.max(tile.width, tile.height) <= TILE_PX * viewport.ratio
	if (outlines > TILE_OUTLINES && !small) waiting.push(...quarters({ ...tile, among }))
	else if (outlines > 0) drawWithin(paint, picture, within, among)
}

/** Draws a part of a picture anew, where something changed. */
function mend(paint: PaintPieces, picture: Picture, part: Box, among: readonly Piece[]): void {
	const within = growBox(part, REACH_PX / picture.viewport.view.scale)
	drawWithin(paint, picture, within, reachingInto(within, among, picture.viewport))
}

function drawWithin(
	paint: PaintPieces,
	{ ctx, viewport }: Picture,
	within: Box,
	near: readonly Piece[],
): void {
	// Lines of what ends just outside reach in: it is drawn, too, and cut off.
	const reach = growBox(within, REACH_PX / viewport.view.scale)
	drawClipped(ctx, within, viewport, () => paint(ctx, { ...viewport, within: reach }, near))
}

/** The quarters of a tile, the last of which is drawn first. */
function quarters({ x, y, width, height, among }: Tile): Tile[] {
	const [left, upper] = [Math.ceil(width / 2), Math.ceil(height / 2)]
	const columns = [
		{ x, width: left },
		{ x: x + left, width: width - left },
	]
	const rows = [
		{ y, height: upper },
		{ y: y + upper, height: height - upper },
	]
	return rows.flatMap((row) => columns.map((column) => ({ ...row, ...column, among }))).reverse()
}

function boxOfTile({ x, y, width, height }: Tile, { view, ratio }: Viewport): Box {
	const [minX, minY] = toSheet(view, [x / ratio, y / ratio])
	const [maxX, maxY] = toSheet(view, [(x + width) / ratio, (y + height) / ratio])
	return { minX, minY, maxX, maxY }
}

/** The pieces, and the outlines of each, that may show something within a part of the sheet. */
function reachingInto(within: Box, pieces: readonly Piece[], { view }: Viewport): Piece[] {
	const seen = growBox(within, REACH_PX / view.scale)
	return pieces.flatMap((piece): Piece[] => {
		if (piece.hidden) return []
		const reach = strokeReach(piece.stroke)
		const wide = reach > 0 ? growBox(seen, reach) : seen
		const contours = piece.contours.filter((contour) => boxesTouch(contourHull(contour), wide))
		if (contours.length === 0) return []
		return [contours.length === piece.contours.length ? piece : { ...piece, contours }]
	})
}

/** Lays a picture down where the view has it now. */
function lay(ctx: CanvasRenderingContext2D, picture: Picture | null, { view }: Viewport): void {
	ctx.setTransform(1, 0, 0, 1, 0, 0)
	ctx.clearRect(0, 0, ctx.canvas.width, ctx.canvas.height)
	if (!picture) return
	const { view: was, ratio } = picture.viewport
	const k = view.scale / was.scale
	ctx.setTransform(k, 0, 0, k, (view.x - was.x * k) * ratio, (view.y - was.y * k) * ratio)
	ctx.drawImage(picture.ctx.canvas, 0, 0)
}
