'use client'

import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { type PlacedPhoto, removePhoto, replacePicture } from '@/core'
import { useTakePicture } from '@/editor/workbench/takePicture'
import { useWorkbench } from '@/editor/workbench/workbench'
import { PICTURES } from '@/kit/fileKinds'
import { chooseFiles } from '@/store/files'
import { nameOfFile } from '@/store/newSheets'

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
