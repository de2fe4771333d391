import Konva from 'konva/lib/Core'
import { type Box, growBox, joinBoxes, type Sheet } from '@/core'
import type { OpenSheet } from '@/store/openSheet'
import { chosenPieces } from '@/store/selection'
import type { Desk, DeskState } from '../desk'
import { worksOnPhoto } from '../passes/passes'
import { changedBox } from './changed'
import { paintAids } from './paintAids'
import { paintApart, paintDirections, paintProposed, paintWindings } from './paintCut'
import { paintGhost, paintPlace } from './paintGhost'
import { paintLoupe } from './paintLoupe'
import { MARGIN_PX, paintBox, paintMarks } from './paintMarks'
import { paintPhotos } from './paintPhotos'
import { type Frame, paintArtwork, paintMirrored, paintSilhouette, paintTrace } from './paintPieces'
import { toScreen } from './view'

/**
 * The Konva stage of an open sheet: one layer each for photos, pieces and marks, so that only
 * what changed is drawn again. Hit testing is done on the geometry, not by Konva.
 * @returns what takes the stage down
 */
export function mountScene(container: HTMLDivElement, open: OpenSheet, desk: Desk): () => void {
	const stage = new Konva.Stage({ container, width: 1, height: 1, listening: false })
	const layer = (draw: (ctx: CanvasRenderingContext2D) => void) => {
		const made = new Konva.Layer({ listening: false })
		made.add(
			new Konva.Shape({
				listening: false,
				perfectDrawEnabled: false,
				sceneFunc: (context) => draw(context._context),
			}),
		)
		stage.add(made)
		return made
	}
	const frame = (): Frame => {
		const { view, size, chosenLine } = desk.getState()
		const { colour, width, strength } = open.sheet().line
		return {
			view,
			size,
			ratio: Konva.pixelRatio || window.devicePixelRatio,
			line: { colour: colour ?? chosenLine, width, strength },
		}
	}
	const drawPhotos = (
		ctx: CanvasRenderingContext2D,
		{ view, size, ratio }: Frame,
		within?: Box,
	) => {
		const { pyramids, developed, holds, pass, scheme } = desk.getState()
		const hidden = holds.has('photo') || pass === 'export'
		paintPhotos(ctx, open.sheet(), {
			view,
			size,
			ratio,
			within,
			pyramids,
			developed,
			scheme,
			hidden,
		})
	}
	const drawPieces = (ctx: CanvasRenderingContext2D, to: Frame) => {
		const state = desk.getState()
		const { selection } = open.getState()
		if (state.holds.has('silhouette') || state.pass === 'proof')
			paintSilhouette(ctx, open.sheet(), state.inverted, to)
		else if (state.holds.has('artwork')) return
		else if (state.pass === 'export') paintArtwork(ctx, open.sheet(), to)
		else {
			const instead = state.pass === 'cut' ? coveredBy(state) : undefined
			paintTrace(ctx, shownOf(open.sheet(), instead), selection, state.overlay.filled, to)
			paintMirrored(ctx, open.sheet(), selection, to)
		}
	}
	const drawMarks = (ctx: CanvasRenderingContext2D, to: Frame) => {
		const state = desk.getState()
		if (!showsMarks(state)) return
		const { selection } = open.getState()
		const shown = shownOf(open.sheet(), state.pass === 'cut' ? coveredBy(state) : undefined)
		paintAids(ctx, open.sheet(), state.overlay, to)
		if (state.pass === 'cut') {
			if (state.apart) return paintApart(ctx, state.apart, to)
			if (state.proposed) paintProposed(ctx, state.proposed, to)
			if (state.direction) paintDirections(ctx, shown, chosenPieces(selection), to)
			if (state.windings) paintWindings(ctx, state.windings, to)
		}
		const suggested = state.suggested?.all[state.suggested.at]
		if (suggested && state.pass === 'refine') paintPlace(ctx, suggested.at, to)
		if (state.ghost && state.pass === 'thin') {
			paintGhost(ctx, state.ghost, to)
			// Its marks say what becomes of each node; nodes that are chosen still show.
			if (selection.nodes.size === 0) return
		}
		if (worksOnPhoto(state) || state.tool === 'arrange') paintBox(ctx, state.overlay, to.view)
		else paintMarks(ctx, shown, selection, state.overlay, to)
	}
	/** What of the two upper layers must be drawn anew with the next frame. */
	const dirty = { pieces: new Dirty(), marks: new Dirty() }
	/** Clears and draws a layer where it is dirty, all of it or a part. */
	const inPart = (ctx: CanvasRenderingContext2D, what: Dirty, draw: (to: Frame) => void) => {
		const to = frame()
		const part = what.take()
		ctx.save()
		ctx.setTransform(to.ratio, 0, 0, to.ratio, 0, 0)
		if (part === 'all') {
			ctx.clearRect(0, 0, to.size.width, to.size.height)
			draw(to)
		} else {
			const within = growBox(part, MARGIN_PX / to.view.scale)
			// Out to whole device px: a clip through the middle of one would leave a seam.
			const out = (round: (v: number) => number, v: number) => round(v * to.ratio) / to.ratio
			const [left, top] = toScreen(to.view, [within.minX, within.minY])
			const [right, bottom] = toScreen(to.view, [within.maxX, within.maxY])
			const [x, y] = [out(Math.floor, left), out(Math.floor, top)]
			const [width, height] = [out(Math.ceil, right) - x, out(Math.ceil, bottom) - y]
			ctx.beginPath()
			ctx.rect(x, y, width, height)
			ctx.clip()
			ctx.clearRect(x, y, width, height)
			draw({ ...to, within })
		}
		ctx.restore()
	}

	const photos = layer((ctx) => drawPhotos(ctx, frame()))
	const pieces = layer((ctx) => inPart(ctx, dirty.pieces, (to) => drawPieces(ctx, to)))
	const marks = layer((ctx) => {
		const { pointer } = desk.getState()
		inPart(ctx, dirty.marks, (to) => drawMarks(ctx, to))
		if (pointer && showsLoupe(desk.getState()))
			paintLoupe(ctx, pointer, frame(), (near, within) => {
				drawPhotos(ctx, near, within)
				drawPieces(ctx, near)
				drawMarks(ctx, near)
			})
	})
	for (const made of [pieces, marks]) made.clearBeforeDraw(false)

	const redraw = (which: 'pieces' | 'marks', part: Part = 'all') => {
		dirty[which].add(part)
		;(which === 'pieces' ? pieces : marks).batchDraw()
	}
	const resize = (state: DeskState, before: DeskState) => {
		if (state.size !== before.size) stage.size(state.size)
	}
	const unsubscribeDesk = desk.subscribe((state, before) => {
		resize(state, before)
		const moved = state.view !== before.view || state.size !== before.size
		const held =
			state.holds !== before.holds ||
			state.pass !== before.pass ||
			state.tool !== before.tool ||
			state.inverted !== before.inverted
		const pictures =
			state.pyramids !== before.pyramids ||
			state.developed !== before.developed ||
			state.scheme !== before.scheme
		const line = state.chosenLine !== before.chosenLine
		const ghost =
			state.ghost !== before.ghost ||
			state.suggested !== before.suggested ||
			state.proposed !== before.proposed ||
			state.apart !== before.apart ||
			state.direction !== before.direction ||
			state.windings !== before.windings
		const loupe =
			state.pointer !== before.pointer ||
			state.loupe !== before.loupe ||
			(pictures && showsLoupe(state))
		if (moved || held || pictures) photos.batchDraw()
		const covered =
			state.proposed !== before.proposed || (state.apart === null) !== (before.apart === null)
		const flash = state.overlay.filled !== before.overlay.filled
		if (moved || held || line || covered || flash) redraw('pieces')
		if (moved || held || line || loupe || ghost || state.overlay !== before.overlay) redraw('marks')
	})
	const unsubscribeSheet = open.subscribe((state, before) => {
		const sheet = state.history.present
		const was = before.history.present
		if (sheet.photos !== was.photos) photos.batchDraw()
		const chosen = state.selection
		const other =
			chosen.piece !== before.selection.piece ||
			chosen.others !== before.selection.others ||
			chosen.contour !== before.selection.contour
		const changed = sheet === was ? null : changedBox(was, sheet)
		if (other || changed) redraw('pieces', other ? 'all' : (changed ?? 'all'))
		const aids = sheet.guides !== was.guides || sheet.guidesHidden !== was.guidesHidden
		const anew = aids || state.selection !== before.selection || showsLoupe(desk.getState())
		if (anew || changed || sheet.guidesLocked !== was.guidesLocked)
			redraw('marks', anew ? 'all' : (changed ?? 'all'))
	})
	stage.size(desk.getState().size)
	stage.batchDraw()
	return () => {
		unsubscribeDesk()
		unsubscribeSheet()
		stage.destroy()
	}
}

/** The pieces that something else is shown in place of. */
function coveredBy({ apart, proposed }: DeskState): ReadonlySet<string> | undefined {
	return apart ? new Set(apart.pieces) : proposed?.instead
}

/** The sheet without the pieces that something is shown in place of. */
function shownOf(sheet: Sheet, instead: ReadonlySet<string> | undefined): Sheet {
	if (!instead) return sheet
	return { ...sheet, pieces: sheet.pieces.filter((piece) => !instead.has(piece.id)) }
}

type Part = Box | 'all'

/** What has gathered since the last frame: a part of the sheet, or all that is seen. */
class Dirty {
	private part: Part | null = 'all'

	add(part: Part): void {
		if (part === 'all' || this.part === 'all') this.part = 'all'
		else this.part = this.part ? joinBoxes(this.part, part) : part
	}

	/** A layer that is drawn for a reason of its own, such as a new size, is drawn whole. */
	take(): Part {
		const part = this.part ?? 'all'
		this.part = null
		return part
	}
}

function showsLoupe({ loupe, holds, pass }: DeskState): boolean {
	return (loupe || holds.has('loupe')) && pass !== 'proof' && pass !== 'export'
}

function showsMarks({ pass, holds }: DeskState): boolean {
	return pass !== 'proof' && pass !== 'export' && !holds.has('artwork') && !holds.has('silhouette')
}
