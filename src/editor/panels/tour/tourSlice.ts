import type { Slice } from '@/editor/session/slices'

/** How far the tour is: so many of its steps are done. */
export const tourSlice: Slice<{ readonly step: number }> = { name: 'tour', start: { step: 0 } }
