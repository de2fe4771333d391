import { asSeen, type Box, type Piece, type Sheet, scaleAbout, transformContour } from '@/core'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { BLACK_ON_WHITE, type Scene, type Silhouette } from '@/editor/session/definitions'
import { type Desk, type DeskState, isTracing, toolInHand } from '@/editor/session/desk'
import type { Slices } from '@/editor/session/slices'
import type { Viewport } from '@/editor/session/view'
import { mayBeNeeded } from '@/kit/ahead'
import type { OpenSheet } from '@/store/openSheet'
import type { Selection } from '@/store/selection'
import { isFar } from './isFar'
import { paintAids } from './paintAids'
import { paintBox, paintOverNodes, paintUnderNodes } from './paintMarks'
import { createCrowd, paintNodes } from './paintNodes'
import { paintPhotos } from './paintPhotos'
import {
	paintArtwork,
	paintBackground,
	paintMirrored,
	paintSilhouette,
	paintTrace,
} from './paintPieces'
import { paintCross } from './paintPlace'

/** What each layer shows of an open sheet, as the desk stands. */
export interface Layers {
	photos(ctx: CanvasRenderingContext2D, viewport: Viewport, within?: Box): void
	/** @param among pieces of the sheet, or what of them reaches into the part drawn */
	pieces(ctx: CanvasRenderingContext2D, viewport: Viewport, among?: readonly Piece[]): void
	/** What lies over pieces and under their nodes: aids, what the pass lays over the sheet, handles. */
	underNodes(ctx: CanvasRenderingContext2D, viewport: Viewport): void
	/** @param among like that of `pieces` */
	nodes(ctx: CanvasRenderingContext2D, viewport: Viewport, among?: readonly Piece[]): void
	/** What lies over nodes: those chosen, a box or lasso. */
	overNodes(ctx: CanvasRenderingContext2D, viewport: Viewport): void
	/** What lines and marks are drawn over: photos, and the artwork where that shows. */
	ground(ctx: CanvasRenderingContext2D, viewport: Viewport): void
	/** All of it once more, near, where the loupe is out. */
	loupe(ctx: CanvasRenderingContext2D, viewport: Viewport): void
	/** Whether nodes show at all. */
	showsNodes(): boolean
}

/** @returns whether nothing was painted, something under the trace, or something in its place */
type Paints = (
	ctx: CanvasRenderingContext2D,
	viewport: Viewport,
	among?: readonly Piece[],
) => 'nothing' | 'paints' | 'instead'

const fetchLoupe = mayBeNeeded(() => import('./paintLoupe'))

/** @param later is told when something that was to be shown can be */
export function createLayers(
	open: OpenSheet,
	desk: Desk,
	slices: Slices,
	later: () => void,
): Layers {
	const photos: Layers['photos'] = (ctx, { view, size, ratio }, within) => {
		const { holds, pass, scheme, surround } = desk.getState()
		const { pyramids, developed } = slices.of(darkroomSlice).getState()
		const hidden = holds.has('photo') || pass.hidesPhoto === true
		const look = { view, size, ratio, within, pyramids, developed, scheme, surround, hidden }
		paintPhotos(ctx, open.sheet(), look)
	}

	/** The sheet without the pieces that something is shown in place of. */
	const shown = (pieces: readonly Piece[] = open.sheet().pieces): Sheet => {
		const instead = desk.getState().pass.overlays?.instead?.(slices)
		const left = instead ? pieces.filter((piece) => !instead.has(piece.id)) : pieces
		return left === open.sheet().pieces ? open.sheet() : { ...open.sheet(), pieces: left }
	}

	/** Pieces in paints or as a silhouette, where they are not only lines. @returns whether paints show */
	const painted: Paints = (ctx, viewport, among) => {
		const { pass, holds, tool } = desk.getState()
		const shows = holds.has('silhouette') ? heldSilhouette(pass, slices) : shownBy(pass, slices)
		if (shows === 'trace') {
			const paints = holds.has('outlines') ? 0 : (pass.paints?.(slices, tool) ?? 0)
			if (paints > 0) paintArtwork(ctx, shown(among), viewport, paints)
			return paints > 0 ? 'paints' : 'nothing'
		}
		const sheet = { ...open.sheet(), pieces: among ?? open.sheet().pieces }
		if (shows === 'artwork') {
			paintBackground(ctx, sheet, viewport)
			paintArtwork(ctx, sheet, viewport)
		} else paintSilhouette(ctx, turned(sheet, shows), shows, viewport)
		return 'instead'
	}

	const pieces: Layers['pieces'] = (ctx, viewport, among) => {
		if (desk.getState().holds.has('artwork')) return
		const under = painted(ctx, viewport, among)
		if (under === 'instead') return
		const selection = withOneOfSeveral(open.sheet(), open.getState().selection)
		const how = { filled: desk.getState().overlay.filled, painted: under === 'paints' }
		paintTrace(ctx, shown(among), selection, how, viewport)
		paintMirrored(ctx, open.sheet(), selection, viewport)
	}

	const marksShow = () => {
		const { holds, pass } = desk.getState()
		return isTracing({ pass }) && !holds.has('artwork') && !holds.has('silhouette')
	}
	const scene = (): Scene => ({ sheet: shown(), selection: open.getState().selection, slices })
	const showsNodes = () => {
		const { pass, tool } = desk.getState()
		return marksShow() && tool.about === 'outlines' && !pass.overlays?.hidesNodes?.(scene())
	}

	const underNodes: Layers['underNodes'] = (ctx, viewport) => {
		const { pass, overlay, holds } = desk.getState()
		// A pass that only looks has marks of its own, and no others.
		if (!isTracing({ pass }) && !holds.has('artwork')) pass.overlays?.paint(ctx, viewport, scene())
		if (!marksShow()) return
		paintAids(ctx, open.sheet(), overlay, viewport)
		pass.overlays?.paint(ctx, viewport, scene())
		const { sheet, selection } = scene()
		if (showsNodes()) paintUnderNodes(ctx, sheet, selection, overlay, viewport)
	}

	const crowd = createCrowd()
	const nodes: Layers['nodes'] = (ctx, viewport, among) => {
		if (!showsNodes()) return
		const active = open.getState().selection.piece
		paintNodes(ctx, shown(among).pieces, active, crowd(shown().pieces, active, viewport), viewport)
	}

	const overNodes: Layers['overNodes'] = (ctx, viewport) => {
		if (!marksShow()) return
		const { overlay, cross } = desk.getState()
		const { sheet, selection } = scene()
		if (cross) paintCross(ctx, cross, viewport)
		if (showsNodes()) {
			const close = crowd(sheet.pieces, selection.piece, viewport)
			paintOverNodes(ctx, sheet, selection, overlay, close, viewport)
		} else if (toolInHand(desk.getState()).about !== 'outlines')
			paintBox(ctx, overlay, viewport.view)
	}

	let lens: typeof import('./paintLoupe') | null = null
	return {
		photos,
		pieces,
		underNodes,
		nodes,
		overNodes,
		showsNodes,
		ground: (ctx, viewport) => {
			photos(ctx, viewport)
			// What takes longer than a frame to paint is not painted for this.
			if (!isFar(open.sheet().pieces)) painted(ctx, viewport)
		},
		loupe: (ctx, viewport) => {
			const { pointer } = desk.getState()
			if (!pointer || !showsLoupe(desk.getState())) return
			if (!lens) {
				fetchLoupe().then(
					(came) => {
						lens = came
						later()
					},
					// It is asked for again with the next move.
					() => {},
				)
				return
			}
			lens.paintLoupe(ctx, pointer, viewport, (near, within) => {
				photos(ctx, near, within)
				for (const paint of [pieces, underNodes, nodes, overNodes]) paint(ctx, near)
			})
		},
	}
}

/** What is chosen, naming an outline only where that is one of several of its piece. */
function withOneOfSeveral(sheet: Sheet, selection: Selection): Selection {
	const piece = sheet.pieces.find(({ id }) => id === selection.piece)
	return piece && piece.contours.length > 1 ? selection : { ...selection, contour: null }
}

export function showsLoupe({ loupe, holds, pass }: DeskState): boolean {
	return (loupe || holds.has('loupe')) && isTracing({ pass })
}

function shownBy({ shows }: DeskState['pass'], slices: Slices) {
	return shows === 'trace' ? shows : shows(slices)
}

/** The silhouette while its key is held: as the pass shows it, or black on white. */
function heldSilhouette(pass: DeskState['pass'], slices: Slices): Silhouette {
	const shown = shownBy(pass, slices)
	return typeof shown === 'object' ? shown : BLACK_ON_WHITE
}

/** Pieces seen mirrored or upside down, by the piece and how: none is worked out twice. */
const turnedPieces = new WeakMap<Piece, Map<string, Piece>>()

/** The sheet with its pieces mirrored about its middle, as a silhouette shows them. */
function turned(sheet: Sheet, { mirrored = false, upsideDown = false }: Silhouette): Sheet {
	if (!mirrored && !upsideDown) return sheet
	const middle = [sheet.width / 2, sheet.height / 2] as const
	const map = scaleAbout(middle, 0, mirrored ? -1 : 1, upsideDown ? -1 : 1)
	const pieces = sheet.pieces.map(asSeen).map((piece) => {
		const kept = turnedPieces.get(piece) ?? new Map<string, Piece>()
		turnedPieces.set(piece, kept)
		const key = map.join()
		const known =
			kept.get(key) ??
			({ ...piece, contours: piece.contours.map((c) => transformContour(c, map)) } satisfies Piece)
		kept.set(key, known)
		return known
	})
	return { ...sheet, pieces }
}
