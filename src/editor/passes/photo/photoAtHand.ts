'use client'

import type { PlacedPhoto } from '@/core'
import { photoAtWork } from '../../canvas/chooseByPhoto'
import { useOpenSheet, useSheet } from '../../workbench'

/** The photo whose numbers the card shows. */
export function usePhotoAtHand(): PlacedPhoto | undefined {
	const sheet = useSheet()
	const chosen = useOpenSheet((state) => state.selection.photo)
	return photoAtWork(sheet, chosen)
}
