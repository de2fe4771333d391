import type { Slice } from '@/editor/session/slices'

/** How the tree of pieces is looked at. */
export interface TreeView {
	/** The groups of which only their own row shows. */
	readonly folded: ReadonlySet<string>
}

export const TREE: Slice<TreeView> = { name: 'tree', start: { folded: new Set() } }

export function foldedWith({ folded }: TreeView, id: string, fold: boolean): TreeView {
	const next = new Set(folded)
	if (fold) next.add(id)
	else next.delete(id)
	return { folded: next }
}
