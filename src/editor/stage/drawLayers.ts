import type { Box, Sheet } from '@/core'
import { darkroomSlice } from '@/editor/bench/darkroomState'
import type { Scene } from '@/editor/bench/definitions'
import { type Desk, type DeskState, isTracing } from '@/editor/bench/desk'
import type { Slices } from '@/editor/bench/slices'
import type { Viewport } from '@/editor/bench/view'
import type { OpenSheet } from '@/store/openSheet'
import { paintAids } from './paintAids'
import { paintLoupe } from './paintLoupe'
import { paintBox, paintMarks } from './paintMarks'
import { paintPhotos } from './paintPhotos'
import { paintArtwork, paintMirrored, paintSilhouette, paintTrace } from './paintPieces'

/** What each layer shows of an open sheet, as the desk stands. */
export interface Layers {
	photos(ctx: CanvasRenderingContext2D, viewport: Viewport, within?: Box): void
	pieces(ctx: CanvasRenderingContext2D, viewport: Viewport): void
	marks(ctx: CanvasRenderingContext2D, viewport: Viewport): void
	/** All three once more, near, where the loupe is out. */
	loupe(ctx: CanvasRenderingContext2D, viewport: Viewport): void
}

export function createLayers(open: OpenSheet, desk: Desk, slices: Slices): Layers {
	const photos: Layers['photos'] = (ctx, { view, size, ratio }, within) => {
		const { holds, pass, scheme } = desk.getState()
		const { pyramids, developed } = slices.of(darkroomSlice).getState()
		const hidden = holds.has('photo') || pass.hidesPhoto === true
		const look = { view, size, ratio, within, pyramids, developed, scheme, hidden }
		paintPhotos(ctx, open.sheet(), look)
	}

	const pieces: Layers['pieces'] = (ctx, viewport) => {
		const { pass, holds, overlay } = desk.getState()
		const { selection } = open.getState()
		const shows = holds.has('silhouette') ? heldSilhouette(pass, slices) : shownBy(pass, slices)
		if (shows === 'trace') {
			if (holds.has('artwork')) return
			const sheet = without(open.sheet(), pass.overlays?.instead?.(slices))
			paintTrace(ctx, sheet, selection, overlay.filled, viewport)
			paintMirrored(ctx, open.sheet(), selection, viewport)
		} else if (shows === 'artwork') {
			if (!holds.has('artwork')) paintArtwork(ctx, open.sheet(), viewport)
		} else paintSilhouette(ctx, open.sheet(), shows === 'white on black', viewport)
	}

	const marks: Layers['marks'] = (ctx, viewport) => {
		const { pass, tool, overlay, holds } = desk.getState()
		if (!isTracing({ pass }) || holds.has('artwork') || holds.has('silhouette')) return
		const { selection } = open.getState()
		const sheet = without(open.sheet(), pass.overlays?.instead?.(slices))
		const scene: Scene = { sheet, selection, slices }
		paintAids(ctx, open.sheet(), overlay, viewport)
		pass.overlays?.paint(ctx, viewport, scene)
		if (pass.overlays?.hidesNodes?.(scene)) return
		if (tool.about === 'outlines') paintMarks(ctx, sheet, selection, overlay, viewport)
		else paintBox(ctx, overlay, viewport.view)
	}

	return {
		photos,
		pieces,
		marks,
		loupe: (ctx, viewport) => {
			const { pointer } = desk.getState()
			if (!pointer || !showsLoupe(desk.getState())) return
			paintLoupe(ctx, pointer, viewport, (near, within) => {
				photos(ctx, near, within)
				pieces(ctx, near)
				marks(ctx, near)
			})
		},
	}
}

export function showsLoupe({ loupe, holds, pass }: DeskState): boolean {
	return (loupe || holds.has('loupe')) && isTracing({ pass })
}

function shownBy({ shows }: DeskState['pass'], slices: Slices) {
	return shows === 'trace' ? shows : shows(slices)
}

/** The silhouette while its key is held: as the pass shows it, or black on white. */
function heldSilhouette(pass: DeskState['pass'], slices: Slices) {
	const shown = shownBy(pass, slices)
	return shown === 'white on black' ? shown : 'black on white'
}

/** The sheet without the pieces that something is shown in place of. */
function without(sheet: Sheet, instead: ReadonlySet<string> | undefined): Sheet {
	if (!instead) return sheet
	return { ...sheet, pieces: sheet.pieces.filter((piece) => !instead.has(piece.id)) }
}
