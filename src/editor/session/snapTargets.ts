import type { Snapping } from './tool'

/** What points may snap to, in words. */
export const SNAP_TARGETS: readonly {
	readonly target: keyof Snapping
	/** In a row of others. */
	readonly name: string
	/** By itself, at its switch. */
	readonly label: string
}[] = [
	{ target: 'edges', name: 'the photo’s edges', label: 'Edges of the photo' },
	{ target: 'nodes', name: 'nodes', label: 'Nodes of outlines' },
	{ target: 'guides', name: 'guides', label: 'Guides' },
	{ target: 'level', name: 'level handles', label: 'Handles level or upright' },
]
