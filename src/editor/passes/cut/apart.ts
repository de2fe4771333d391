import type { PassContext } from '@/editor/session/definitions'
import { cutSlice } from './cutSlice'

/** Leaves choosing among regions: the pieces are as they were. */
export function leaveApart({ desk, slices }: Pick<PassContext, 'desk' | 'slices'>): void {
	slices.of(cutSlice).setState({ apart: null })
	desk.setState(({ tool }) => ({ tool: tool.afterwards ?? tool }))
}
