'use client'

import type { PlacedPhoto } from '@/core'
import { photoAtWork } from '@/editor/session/chooseByPhoto'
import { useOpenSheet, useSheet } from '@/editor/workbench/workbench'

/** The photo whose numbers the card shows. */
export function usePhotoAtHand(): PlacedPhoto | undefined {
	const sheet = useSheet()
	const chosen = useOpenSheet((state) => state.selection.photo)
	return photoAtWork(sheet, chosen)
}
