import type { PassContext } from '@/editor/session/definitions'
import { sayOnce } from '@/editor/session/saying'
import { liftSlice } from '@/editor/tools/lift/liftSlice'

/**
 * Whether an outline that was kept in haste is still being found: what would change all of it waits, since what
 * is found would be lost by it. It is said.
 */
export function stillSought({ desk, slices }: Pick<PassContext, 'desk' | 'slices'>): boolean {
	const { busy, keeping } = slices.of(liftSlice).getState()
	if (!busy || !keeping) return false
	sayOnce(desk, 'The outline is still being found: in a moment it can be changed.')
	return true
}
