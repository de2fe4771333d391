import Konva from 'konva/lib/Core'
import type { OpenSheet } from '@/store/openSheet'
import type { Desk, DeskState } from '../desk'
import { paintMarks } from './paintMarks'
import { paintPhotos } from './paintPhotos'
import { paintArtwork, paintSilhouette, paintTrace } from './paintPieces'

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
	const frame = () => {
		const { view, size } = desk.getState()
		return { view, size, ratio: Konva.pixelRatio || window.devicePixelRatio }
	}
	const photos = layer((ctx) => {
		const { pyramids, holds, pass, scheme } = desk.getState()
		paintPhotos(ctx, open.sheet(), {
			...frame(),
			pyramids,
			scheme,
			hidden: holds.has('photo') || pass === 'export',
		})
	})
	const pieces = layer((ctx) => {
		const state = desk.getState()
		const { selection } = open.getState()
		if (state.holds.has('silhouette') || state.pass === 'proof')
			paintSilhouette(ctx, open.sheet(), state.inverted, frame())
		else if (state.holds.has('artwork')) return
		else if (state.pass === 'export') paintArtwork(ctx, open.sheet(), frame())
		else paintTrace(ctx, open.sheet(), selection, state.overlay.filled, frame())
	})
	const marks = layer((ctx) => {
		const state = desk.getState()
		if (!showsMarks(state)) return
		paintMarks(ctx, open.sheet(), open.getState().selection, state.overlay, frame())
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
			state.inverted !== before.inverted
		if (moved || held || state.pyramids !== before.pyramids || state.scheme !== before.scheme)
			photos.batchDraw()
		if (moved || held || state.overlay.filled !== before.overlay.filled) pieces.batchDraw()
		if (moved || held || state.overlay !== before.overlay) marks.batchDraw()
	})
	const unsubscribeSheet = open.subscribe((state, before) => {
		const sheet = state.history.present
		const was = before.history.present
		if (sheet.photos !== was.photos) photos.batchDraw()
		const chosen = state.selection
		const other =
			chosen.piece !== before.selection.piece || chosen.contour !== before.selection.contour
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

function showsMarks({ pass, holds }: DeskState): boolean {
	return pass !== 'proof' && pass !== 'export' && !holds.has('artwork') && !holds.has('silhouette')
}
