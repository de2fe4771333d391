import type { Slice } from '@/editor/session/slices'
import type { Line } from '@/editor/session/tool'

/** The line that was drawn along something whose length is to be told. */
export const measuredSlice: Slice<{ readonly line: Line | null }> = {
	name: 'measured',
	start: { line: null },
}
