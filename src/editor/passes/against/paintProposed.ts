import type { Slices } from '@/editor/session/slices'
import type { Viewport } from '@/editor/session/view'
import { latePaint } from '@/editor/stage/latePaint'
import { againstSlice } from './againstSlice'

const paintAgainst = latePaint(() => import('./paintAgainst').then((m) => m.paintAgainst))

/** What outlines would become, or how far they are off, where either is to be seen. */
export function paintProposed(
	ctx: CanvasRenderingContext2D,
	viewport: Viewport,
	slices: Slices,
): void {
	const against = slices.of(againstSlice)
	const { proposal, coloured } = against.getState()
	if (proposal || coloured) paintAgainst(() => against.setState({}), ctx, viewport, slices)
}
