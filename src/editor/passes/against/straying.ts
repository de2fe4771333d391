import type { Slices } from '@/editor/session/slices'
import { againstSlice } from './againstSlice'
import { strayingNodes, unsureNodes } from './profile'

/** The nodes that a walk goes to, where it goes only to those beside which the outline strays or the photo is unsure. */
export function strayingIn(slices: Slices): ReadonlySet<string> | null {
	const { profile, walkBeyond, walkUnsure } = slices.of(againstSlice).getState()
	if (!profile || (walkBeyond === null && !walkUnsure)) return null
	const straying = walkBeyond === null ? [] : strayingNodes(profile, walkBeyond)
	return new Set([...straying, ...(walkUnsure ? unsureNodes(profile) : [])])
}
