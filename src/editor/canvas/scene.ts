import Konva from 'konva/lib/Core'
import type { Box } from '@/core'
import type { OpenSheet } from '@/store/openSheet'
import type { Desk, DeskState } from '../desk'
import { worksOnPhoto } from '../passes/passes'
import { paintAids } from './paintAids'
import { paintLoupe } from './paintLoupe'
import { paintBox, paintMarks } from './paintMarks'
import { paintPhotos } from './paintPhotos'
import { type Frame, paintArtwork, paintMirrored, paintSilhouette, paintTrace } from './paintPieces'

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
			paintTrace(ctx, open.sheet(), selection, state.overlay.filled, to)
			paintMirrored(ctx, open.sheet(), selection, to)
		}
	}
	const drawMarks = (ctx: CanvasRenderingContext2D, to: Frame) => {
		const state = desk.getState()
		if (!showsMarks(state)) return
		const { selection } = open.getState()
		paintAids(ctx, open.sheet(), state.overlay, to)
		if (worksOnPhoto(state) || state.tool === 'arrange') paintBox(ctx, state.overlay, to.view)
		else paintMarks(ctx, open.sheet(), selection, state.overlay, to)
	}
	const photos = layer((ctx) => drawPhotos(ctx, frame()))
	const pieces = layer((ctx) => drawPieces(ctx, frame()))
	const marks = layer((ctx) => {
		const { pointer } = desk.getState()
		drawMarks(ctx, frame())
		if (pointer && showsLoupe(desk.getState()))
			paintLoupe(ctx, pointer, frame(), (near, within) => {
				drawPhotos(ctx, near, within)
				drawPieces(ctx, near)
				drawMarks(ctx, near)
			})
	})

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
		const loupe =
			state.pointer !== before.pointer ||
			state.loupe !== before.loupe ||
			(pictures && showsLoupe(state))
		if (moved || held || pictures) photos.batchDraw()
		if (moved || held || line || state.overlay.filled !== before.overlay.filled) pieces.batchDraw()
		if (moved || held || line || loupe || state.overlay !== before.overlay) marks.batchDraw()
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
		if (sheet !== was || other) pieces.batchDraw()
		if (sheet !== was || state.selection !== before.selection) marks.batchDraw()
	})
	stage.size(desk.getState().size)
	stage.batchDraw()
	return () => {
		unsubscribeDesk()
		unsubscribeSheet()
		stage.destroy()
	}
}

function showsLoupe({ loupe, holds, pass }: DeskState): boolean {
	return (loupe || holds.has('loupe')) && pass !== 'proof' && pass !== 'export'
}

function showsMarks({ pass, holds }: DeskState): boolean {
	return pass !== 'proof' && pass !== 'export' && !holds.has('artwork') && !holds.has('silhouette')
}
