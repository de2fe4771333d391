import type { Slices } from '@/editor/bench/slices'
import { againstSlice } from './againstSlice'
import { strayingNodes } from './profile'

/** The nodes that a walk goes to, where it goes only to those beside which the outline strays. */
export function strayingIn(slices: Slices): ReadonlySet<string> | null {
	const { profile, walkBeyond } = slices.of(againstSlice).getState()
	return profile && walkBeyond !== null ? strayingNodes(profile, walkBeyond) : null
}
