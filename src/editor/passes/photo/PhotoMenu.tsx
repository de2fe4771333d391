'use client'

import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { type PlacedPhoto, removePhoto, reorderPhoto, replacePicture } from '@/core'
import { useTakePicture } from '@/editor/workbench/takePicture'
import { useSheet, useWorkbench } from '@/editor/workbench/workbench'
import { PICTURES } from '@/kit/fileKinds'
import { chooseFiles } from '@/kit/files'
import { nameOfFile } from '@/store/fileNames'

/** The order in which photos lie, the list showing the topmost first. */
const ORDERS = [
	{ says: 'Lay it over the next one', by: 1 },
	{ says: 'Lay it under the one below', by: -1 },
] as const

/** What else can be done with a photo. */
export function PhotoMenu({
	photo,
	anchor,
	onClose,
}: {
	photo: PlacedPhoto
	anchor: HTMLElement
	onClose: () => void
}) {
	const { open } = useWorkbench()
	const { photos } = useSheet()
	const index = photos.findIndex(({ id }) => id === photo.id)
	const take = useTakePicture()
	const replace = async () => {
		onClose()
		const [file] = await chooseFiles(PICTURES)
		const picture = file && (await take(file, nameOfFile(file.name), `Bringing in “${file.name}”`))
		if (picture)
			open.apply('Replace a picture', (sheet) => replacePicture(sheet, photo.id, picture))
	}
	return (
		<Menu open anchorEl={anchor} onClose={onClose}>
			{ORDERS.map(({ says, by }) => {
				const to = index + by
				if (to < 0 || to >= photos.length) return null
				return (
					<MenuItem
						key={says}
						onClick={() => {
							onClose()
							open.apply(says, (sheet) => reorderPhoto(sheet, photo.id, to))
						}}
					>
						{says}
					</MenuItem>
				)
			})}
			<MenuItem onClick={() => void replace()}>Replace the picture, keep its place</MenuItem>
			<MenuItem
				onClick={() => {
					onClose()
					open.apply('Remove a photo', (sheet) => removePhoto(sheet, photo.id))
				}}
			>
				Remove from the sheet
			</MenuItem>
		</Menu>
	)
}
