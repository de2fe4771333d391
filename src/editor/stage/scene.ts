import { type DarkroomState, darkroomSlice } from '@/editor/bench/darkroomState'
import type { Desk, DeskState } from '@/editor/bench/desk'
import type { Slices } from '@/editor/bench/slices'
import type { Viewport } from '@/editor/bench/view'
import type { OpenSheet, OpenSheetState } from '@/store/openSheet'
import { changedBox } from './changed'
import { createDirty, drawPart, type Part } from './dirty'
import { createLayers, showsLoupe } from './drawLayers'
import { createStage } from './layers'
import { MARGIN_PX } from './paintMarks'

/** What asks for layers to be drawn anew with the next frame. */
interface Redraw {
	photos(): void
	pieces(part?: Part): void
	marks(part?: Part): void
}

/**
 * The stage of an open sheet: one layer each for photos, pieces and marks, so that only
 * what changed is drawn again.
 * @returns what takes the stage down
 */
export function mountScene(
	container: HTMLDivElement,
	open: OpenSheet,
	desk: Desk,
	slices: Slices,
): () => void {
	const stage = createStage(container)
	const { ratio } = stage
	const viewport = (): Viewport => {
		const { view, size } = desk.getState()
		const { colour, width, strength } = open.sheet().line
		const { chosenLine } = slices.of(darkroomSlice).getState()
		return { view, size, ratio, line: { colour: colour ?? chosenLine, width, strength } }
	}
	const draw = createLayers(open, desk, slices)
	const dirty = { pieces: createDirty(), marks: createDirty() }
	const inPart = (which: 'pieces' | 'marks') => (ctx: CanvasRenderingContext2D) =>
		drawPart(ctx, dirty[which].take(), viewport(), MARGIN_PX, (to) => draw[which](ctx, to))
	const marksInPart = inPart('marks')

	const photos = stage.layer((ctx) => draw.photos(ctx, viewport()))
	const pieces = stage.layer(inPart('pieces'))
	const marks = stage.layer((ctx) => {
		marksInPart(ctx)
		draw.loupe(ctx, viewport())
	})

	const redraw: Redraw = {
		photos: photos.redraw,
		pieces: (part = 'all') => {
			dirty.pieces.add(part)
			pieces.redraw()
		},
		marks: (part = 'all') => {
			dirty.marks.add(part)
			marks.redraw()
		},
	}
	const unsubscribe = [
		desk.subscribe((state, before) => {
			if (state.size !== before.size) {
				dirty.pieces.add('all')
				dirty.marks.add('all')
				stage.resize(state.size)
			}
			afterDesk(redraw, state, before)
		}),
		slices
			.of(darkroomSlice)
			.subscribe((state, before) =>
				afterDarkroom(redraw, state, before, showsLoupe(desk.getState())),
			),
		slices.subscribe(afterSlices(redraw, desk, slices)),
		open.subscribe((state, before) =>
			afterSheet(redraw, state, before, showsLoupe(desk.getState())),
		),
	]
	stage.resize(desk.getState().size)
	return () => {
		for (const stop of unsubscribe) stop()
		stage.remove()
	}
}

function afterDesk(redraw: Redraw, state: DeskState, before: DeskState): void {
	const differs = (...keys: (keyof DeskState)[]) => keys.some((key) => state[key] !== before[key])
	// A new size draws everything by itself.
	const anew = differs('view', 'holds', 'pass', 'tool')
	if (anew || differs('scheme')) redraw.photos()
	if (anew || state.overlay.filled !== before.overlay.filled) redraw.pieces()
	if (anew || differs('overlay', 'pointer', 'loupe')) redraw.marks()
}

function afterDarkroom(
	redraw: Redraw,
	state: DarkroomState,
	before: DarkroomState,
	near: boolean,
): void {
	const pictures = state.pyramids !== before.pyramids || state.developed !== before.developed
	const line = state.chosenLine !== before.chosenLine
	if (pictures) redraw.photos()
	if (line) redraw.pieces()
	if (line || (pictures && near)) redraw.marks()
}

/** What a pass keeps changed: its overlays are drawn anew, and the pieces where some are covered. */
function afterSlices(redraw: Redraw, desk: Desk, slices: Slices): () => void {
	const shown = () => {
		const { overlays, shows } = desk.getState().pass
		const instead = overlays?.instead?.(slices)
		return [shows === 'trace' ? shows : shows(slices), instead && [...instead].join()].join()
	}
	let before = shown()
	return () => {
		if (desk.getState().pass.overlays) redraw.marks()
		const now = shown()
		if (now !== before) redraw.pieces()
		before = now
	}
}

function afterSheet(
	redraw: Redraw,
	{ history: { present: sheet }, selection }: OpenSheetState,
	{ history: { present: was }, selection: chosen }: OpenSheetState,
	near: boolean,
): void {
	if (sheet.photos !== was.photos) redraw.photos()
	const other =
		selection.piece !== chosen.piece ||
		selection.others !== chosen.others ||
		selection.contour !== chosen.contour
	const changed = sheet === was ? null : changedBox(was, sheet)
	if (other || changed) redraw.pieces(other ? 'all' : (changed ?? 'all'))
	const aids = sheet.guides !== was.guides || sheet.guidesHidden !== was.guidesHidden
	const anew = aids || selection !== chosen || near
	if (anew || changed || sheet.guidesLocked !== was.guidesLocked)
		redraw.marks(anew ? 'all' : (changed ?? 'all'))
}
