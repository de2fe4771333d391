import type { Point, Sheet } from '@/core'
import { FINDING_KINDS, type Finding } from '@/core/proofs'
import type { Slices } from '@/editor/session/slices'
import { toScreen, type Viewport } from '@/editor/session/view'
import { INKS } from '@/editor/stage/colours'
import { addContour, addRing, cased, inScreenPx } from '@/editor/stage/strokes'
import { listed } from './listed'
import { proofSlice } from './proofSlice'

/** Rings round findings are so large, px on screen; the one that is shown larger. */
const RING_PX = 7
const SHOWN_PX = 13
/** More rings hide what they are about. */
const MOST_RINGS = 200

/** Where findings are, and what would come of the one that might be mended. */
export function paintFindings(
	ctx: CanvasRenderingContext2D,
	viewport: Viewport,
	slices: Slices,
	sheet: Sheet,
): void {
	const { findings, purpose, look, at, ghost } = slices.of(proofSlice).getState()
	if (look.bare || !findings) return
	inScreenPx(ctx, viewport)
	const { view } = viewport
	if (ghost && !look.mirrored && !look.upsideDown) {
		const path = new Path2D()
		for (const piece of ghost.changed)
			for (const contour of piece.contours) addContour(path, contour, view)
		cased(ctx, path, INKS.selected, 1.5)
	}
	const on = ({ at: [x, y] }: Finding): Point =>
		toScreen(view, [look.mirrored ? sheet.width - x : x, look.upsideDown ? sheet.height - y : y])
	const all = listed(findings, purpose, sheet.left).flatMap(({ all: own }) => own)
	const rings = { bad: new Path2D(), advice: new Path2D() }
	for (const finding of all.slice(0, MOST_RINGS)) {
		const { grade } = FINDING_KINDS[finding.kind]
		addRing(grade === 'hint' ? rings.advice : rings.bad, on(finding), RING_PX)
	}
	cased(ctx, rings.advice, INKS.idle, 1)
	cased(ctx, rings.bad, INKS.wrong, 1.75)
	const shown = all.find(({ key }) => key === at)
	if (!shown) return
	const ring = new Path2D()
	addRing(ring, on(shown), SHOWN_PX)
	cased(ctx, ring, INKS.selected, 3)
}
