'use client'

import Button from '@mui/material/Button'
import { enlargeSheet, type PlacedPhoto } from '@/core'
import { useTakePicture } from '@/editor/workbench/takePicture'
import { useWorkbench } from '@/editor/workbench/workbench'
import { enlargePicture } from '@/jobs/pictures'
import { Notice } from '@/kit/Notice'

/** For a photo with too few pixels to place nodes by: an offer to work at twice or four times as many. */
export function EnlargeOffer({ photo }: { photo: PlacedPhoto }) {
	const { open, library } = useWorkbench()
	const take = useTakePicture()
	const enlarge = async (factor: number) => {
		const picture = await take(
			async (watch) => {
				const stored = await library.photo(photo.blob)
				if (!stored) throw new Error('Its file is no longer in this browser’s storage')
				return enlargePicture(stored.blob, factor, watch)
			},
			photo.name,
			`Making “${photo.name}” ${factor} × as large`,
		)
		if (picture)
			open.apply(`Work at ${factor} ×`, (sheet) => enlargeSheet(sheet, photo.id, picture, factor))
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
			A small photo, {Math.max(photo.width, photo.height)} px on its long side. With more pixels its
			edges are smoother to follow, and a px is a finer step for a node.
		</Notice>
	)
}
