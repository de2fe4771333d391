import type { Desk } from '../../desk'

/** Leaves choosing among regions: the pieces are as they were. */
export function leaveApart(desk: Desk): void {
	desk.setState(({ tool }) => ({ apart: null, tool: tool === 'regions' ? 'nodes' : tool }))
}
