import type { Slices } from '@/editor/session/slices'
import { againstSlice } from './againstSlice'

/** The worst deviation from the photo, for the pass track; nothing until it is known. */
export function strayWords(slices: Slices): string | null {
	const { profile } = slices.of(againstSlice).getState()
	return profile && profile.covered > 0 ? `worst ${profile.worst.toFixed(1)} px` : null
}
