import { type DarkroomState, darkroomSlice } from '@/editor/session/darkroomState'
import type { Desk, DeskState } from '@/editor/session/desk'
import type { Slices } from '@/editor/session/slices'
import type { Casing, Viewport } from '@/editor/session/view'
import { mayBeNeeded } from '@/kit/ahead'
import type { OpenSheet, OpenSheetState } from '@/store/openSheet'
import { changedBox } from './changed'
import { createDirty, type Dirty, drawPart, type Part } from './dirty'
import { createLayers, type Layers, showsLoupe } from './drawLayers'
import type { FarPicture, PaintPieces } from './farPicture'
import { isFar } from './isFar'
import { createStage, type Layer } from './layers'
import { MARGIN_PX } from './paintNodes'
import { fetchGround, groundOf, watchGround } from './watchGround'

/** What draws sheets that take longer than a frame: few do. */
const fetchFarPicture = mayBeNeeded(() => import('./farPicture'))

/** What asks for layers to be drawn anew with the next frame. */
interface Redraw {
	photos(): void
	pieces(part?: Part): void
	nodes(part?: Part): void
	/** What lies under and over nodes. */
	marks(part?: Part): void
}

/**
 * The stage of an open sheet: one layer each for photos, pieces, nodes, and what lies under and over
 * these, so that only what changed is drawn again.
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
	let casing: Casing | null = null
	const viewport = (): Viewport => {
		const { view, size } = desk.getState()
		const { colour, width, strength } = open.sheet().line
		const { chosenLine } = slices.of(darkroomSlice).getState()
		const line = { colour: colour ?? chosenLine, width, strength }
		return { view, size, ratio, line, ...(casing && { casing }) }
	}
	const draw = createLayers(open, desk, slices, () => redraw.marks())
	const all: Dirty[] = []

	/** A layer of which parts are drawn anew. */
	const inParts = (paint: (ctx: CanvasRenderingContext2D, to: Viewport) => void) => {
		const dirty = createDirty()
		all.push(dirty)
		const layer = stage.layer((ctx) => {
			const part = dirty.take()
			if (part) drawPart(ctx, part, viewport(), MARGIN_PX, (to) => paint(ctx, to))
			return false
		})
		return redrawing(dirty, layer)
	}
	/** The same, which takes its time where there are more pieces than a frame has time for. */
	const inTime = (paint: PaintPieces) => {
		const dirty = createDirty()
		all.push(dirty)
		let far: FarPicture | null = null
		/** Drawn however long it takes, where what would draw it in time did not come. */
		let cameNot = false
		const fetchFar = () =>
			fetchFarPicture()
				.then(
					({ createFarPicture }) => {
						far ??= createFarPicture(paint, () => open.sheet().pieces)
					},
					() => {
						cameNot = true
					},
				)
				.then(() => redrawing(dirty, layer)())
		let wasFar = false
		const layer = stage.layer((ctx) => {
			const part = dirty.take()
			const { pieces } = open.sheet()
			const now = isFar(pieces) && !cameNot
			if (!now) far?.forget()
			const anew = now === wasFar ? part : 'all'
			wasFar = now
			if (now && !far) void fetchFar()
			if (now) return far?.draw(ctx, anew, viewport()) ?? false
			if (anew) drawPart(ctx, anew, viewport(), MARGIN_PX, (to) => paint(ctx, to, pieces))
			return false
		})
		return redrawing(dirty, layer)
	}

	const photos = stage.layer((ctx) => {
		draw.photos(ctx, viewport())
		return false
	})
	const pieces = inTime(draw.pieces)
	const under = inParts(draw.underNodes)
	const nodes = inTime(draw.nodes)
	const over = inParts((ctx, to) => {
		draw.overNodes(ctx, to)
		draw.loupe(ctx, to)
	})

	const redraw: Redraw = {
		photos: photos.redraw,
		pieces,
		nodes,
		marks: (part) => {
			under(part)
			over(part)
		},
	}
	const unsubscribe = [
		desk.subscribe((state, before) => {
			if (state.size !== before.size) {
				for (const dirty of all) dirty.add('all')
				stage.resize(state.size)
			}
			afterDesk(redraw, state, before)
		}),
		slices
			.of(darkroomSlice)
			.subscribe((state, before) =>
				afterDarkroom(redraw, state, before, showsLoupe(desk.getState())),
			),
		slices.subscribe(afterSlices(redraw, desk, slices, draw)),
		open.subscribe((state, before) =>
			afterSheet(redraw, state, before, showsLoupe(desk.getState())),
		),
	]
	stage.resize(desk.getState().size)
	const ground = watchGround(
		() => groundOf(open, desk, slices),
		window,
		async () => {
			const { casingOver } = await fetchGround()
			casing = casingOver(draw.ground, open.sheet())
			for (const layer of [redraw.pieces, redraw.nodes, redraw.marks]) layer()
		},
		[desk, slices, slices.of(darkroomSlice), open],
	)
	return () => {
		for (const stop of [...unsubscribe, ground]) stop()
		stage.remove()
	}
}

/** Held keys by which something else is seen. */
const SEEN_HOLDS = ['photo', 'artwork', 'silhouette', 'outlines', 'loupe'] as const

function afterDesk(redraw: Redraw, state: DeskState, before: DeskState): void {
	const differs = (...keys: (keyof DeskState)[]) => keys.some((key) => state[key] !== before[key])
	// A new size draws everything by itself.
	const shown = SEEN_HOLDS.some((hold) => state.holds.has(hold) !== before.holds.has(hold))
	const anew = shown || differs('view', 'pass', 'tool', 'lent')
	if (anew || differs('scheme', 'surround')) redraw.photos()
	if (anew || state.overlay.filled !== before.overlay.filled) redraw.pieces()
	if (anew) redraw.nodes()
	if (anew || differs('overlay', 'pointer', 'loupe', 'cross')) redraw.marks()
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
	if (line) redraw.nodes()
	if (line || (pictures && near)) redraw.marks()
}

/** What a pass keeps changed: its overlays are drawn anew, and what of the sheet they cover. */
function afterSlices(redraw: Redraw, desk: Desk, slices: Slices, draw: Layers): () => void {
	const shown = () => {
		const { pass, tool } = desk.getState()
		const { overlays, shows, paints } = pass
		const instead = overlays?.instead?.(slices)
		const seen = JSON.stringify(shows === 'trace' ? shows : shows(slices))
		return [seen, paints?.(slices, tool), instead && [...instead].join()].join()
	}
	let before = shown()
	let nodes = draw.showsNodes()
	return () => {
		if (desk.getState().pass.overlays) redraw.marks()
		const [now, nodesNow] = [shown(), draw.showsNodes()]
		if (now !== before) redraw.pieces()
		if (now !== before || nodesNow !== nodes) redraw.nodes()
		before = now
		nodes = nodesNow
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
	const ground = sheet.background !== was.background
	if (ground) redraw.pieces()
	if (other || changed) redraw.pieces(other ? 'all' : (changed ?? 'all'))
	if (other || changed) redraw.nodes(other ? 'all' : (changed ?? 'all'))
	const aids = sheet.guides !== was.guides || sheet.guidesHidden !== was.guidesHidden
	const anew = aids || selection !== chosen || near
	if (anew || changed || sheet.guidesLocked !== was.guidesLocked)
		redraw.marks(anew ? 'all' : (changed ?? 'all'))
}

function redrawing(dirty: Dirty, layer: Layer): (part?: Part) => void {
	return (part = 'all') => {
		dirty.add(part)
		layer.redraw()
	}
}
