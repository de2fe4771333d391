'use client'

import { useSlice } from '@/editor/workbench/workbench'
import { PhotoProfile } from '../against/PhotoProfile'
import { proofSlice } from './proofSlice'
import { SizesRow } from './SizesRow'

/** The shape in a row of sizes while that is looked at, or how all outlines lie against the photo. */
export function ProofStrip() {
	const sizes = useSlice(proofSlice, (state) => state.sizes)
	const profile = useSlice(proofSlice, (state) => state.profile)
	return sizes ? <SizesRow /> : <PhotoProfile otherwise={profile} />
}
