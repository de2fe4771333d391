'use client'

import Button from '@mui/material/Button'
import { useSnackbar } from 'notistack'
import { enlargeSheet, SMALL_PHOTO_PX } from '@/core'
import { storedPicture } from '@/store/newSheets'
import { enlargePicture } from '@/store/photoPixels'
import { runJob } from '../../jobs'
import { messageFor } from '../../messages'
import { useWorkbench } from '../../workbench'
import { Notice } from '../Notice'
import { usePhotoAtHand } from './photoAtHand'

/** For a photo with too few pixels to place nodes by: an offer to work at twice or four times as many. */
export function EnlargeOffer() {
	const { open, desk, library } = useWorkbench()
	const { enqueueSnackbar } = useSnackbar()
	const photo = usePhotoAtHand()
	if (!photo || Math.max(photo.width, photo.height) >= SMALL_PHOTO_PX) return null
	const enlarge = async (factor: number) => {
		try {
			const stored = await library.photo(photo.blob)
			if (!stored) return
			const picture = await runJob(
				desk,
				`Making “${photo.name}” ${factor} × as large`,
				async (watch) => {
					const large = await enlargePicture(stored.blob, factor, watch)
					return storedPicture(library, large, photo.name, watch)
				},
			)
			if (picture)
				open.apply(`Work at ${factor} ×`, (sheet) => enlargeSheet(sheet, photo.id, picture, factor))
		} catch (error) {
			enqueueSnackbar(messageFor(error, photo.name), { variant: 'error', autoHideDuration: 15_000 })
		}
	}
	return (
		<Notice
			severity="info"
			action={[2, 4].map((factor) => (
				<Button key={factor} onClick={() => void enlarge(factor)}>
					Work at {factor} ×
				</Button>
			))}
		>
			A small photo: {Math.max(photo.width, photo.height)} px on its long side. With more pixels,
			edges are smoother to follow and a px is a finer step for a node.
		</Notice>
	)
}
