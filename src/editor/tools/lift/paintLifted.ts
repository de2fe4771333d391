import type { Slices } from '@/editor/session/slices'
import type { Viewport } from '@/editor/session/view'
import { latePaint } from '@/editor/stage/latePaint'
import { liftSlice } from './liftSlice'

const paintLift = latePaint(() => import('./paintLift').then((m) => m.paintLift))

/** What would be lifted, once something is asked of Lift. */
export function paintLifted(
	ctx: CanvasRenderingContext2D,
	slices: Slices,
	viewport: Viewport,
): void {
	const lift = slices.of(liftSlice)
	if (lift.getState().asked) paintLift(() => lift.setState({}), ctx, lift.getState(), viewport)
}
