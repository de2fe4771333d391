'use client'

import LockOpenRounded from '@mui/icons-material/LockOpenRounded'
import LockRounded from '@mui/icons-material/LockRounded'
import MoreHorizRounded from '@mui/icons-material/MoreHorizRounded'
import VisibilityOffOutlined from '@mui/icons-material/VisibilityOffOutlined'
import VisibilityOutlined from '@mui/icons-material/VisibilityOutlined'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Tooltip from '@mui/material/Tooltip'
import Typography from '@mui/material/Typography'
import { useSnackbar } from 'notistack'
import { useState } from 'react'
import { changePhoto, type PlacedPhoto, removePhoto, replacePicture } from '@/core'
import { chooseFiles } from '@/store/files'
import { nameOfFile, storedPicture } from '@/store/newSheets'
import { runJob } from '../../jobs'
import { messageFor } from '../../messages'
import { useDesk, useSheet, useWorkbench } from '../../workbench'
import { PICTURES } from '../fileKinds'
import { usePhotoAtHand } from './photoAtHand'

/** The sheet's photos, the topmost first: which is at work, whether it shows, whether it is locked. */
export function PhotoList() {
	const { photos } = useSheet()
	if (photos.length === 0) return null
	return (
		<Box
			component="ul"
			aria-label="Photos"
			sx={{ m: 0, p: 0, listStyle: 'none', display: 'grid', gap: 0.5 }}
		>
			{photos.toReversed().map((photo) => (
				<Row key={photo.id} photo={photo} alone={photos.length === 1} />
			))}
		</Box>
	)
}

function Row({ photo, alone }: { photo: PlacedPhoto; alone: boolean }) {
	const { open } = useWorkbench()
	const atHand = usePhotoAtHand()?.id === photo.id && !alone
	const state = useDesk(({ pyramids, opening }) => {
		if (pyramids.get(photo.blob)) return ''
		return opening.has(photo.blob) ? ', opening' : ', cannot be shown'
	})
	const change = (label: string, to: Partial<PlacedPhoto>) =>
		open.apply(label, (sheet) => changePhoto(sheet, photo.id, to))
	return (
		<Box
			component="li"
			sx={{
				display: 'flex',
				alignItems: 'center',
				borderRadius: 1,
				boxShadow: atHand ? 'inset 3px 0 0 var(--mui-palette-primary-main)' : 'none',
				bgcolor: atHand ? 'background.paper' : 'transparent',
			}}
		>
			<ButtonBase
				aria-pressed={atHand}
				aria-label={`Work on ${photo.name}`}
				onClick={() => open.select({ ...open.getState().selection, photo: photo.id })}
				sx={{
					display: 'block',
					textAlign: 'left',
					flexGrow: 1,
					minWidth: 0,
					px: alone ? 0 : 1,
					py: 0.25,
					'&.Mui-focusVisible': { outline: '2px solid' },
				}}
			>
				<Typography variant="body2" noWrap sx={{ fontWeight: 600 }}>
					{photo.name}
				</Typography>
				<Typography variant="caption" className="number" sx={{ color: 'text.secondary' }} noWrap>
					{photo.width} × {photo.height} px{state}
				</Typography>
			</ButtonBase>
			<Tooltip title={photo.hidden ? 'Show' : 'Hide'}>
				<IconButton
					aria-label={photo.hidden ? `Show ${photo.name}` : `Hide ${photo.name}`}
					onClick={() =>
						change(photo.hidden ? 'Show a photo' : 'Hide a photo', { hidden: !photo.hidden })
					}
				>
					{photo.hidden ? (
						<VisibilityOffOutlined fontSize="small" />
					) : (
						<VisibilityOutlined fontSize="small" />
					)}
				</IconButton>
			</Tooltip>
			<Tooltip title={photo.locked ? 'Unlock' : 'Lock in its place'}>
				<IconButton
					aria-label={photo.locked ? `Unlock ${photo.name}` : `Lock ${photo.name}`}
					onClick={() =>
						change(photo.locked ? 'Unlock a photo' : 'Lock a photo', { locked: !photo.locked })
					}
				>
					{photo.locked ? <LockRounded fontSize="small" /> : <LockOpenRounded fontSize="small" />}
				</IconButton>
			</Tooltip>
			<More photo={photo} />
		</Box>
	)
}

function More({ photo }: { photo: PlacedPhoto }) {
	const { open, desk, library } = useWorkbench()
	const { enqueueSnackbar } = useSnackbar()
	const [anchor, setAnchor] = useState<HTMLElement | null>(null)
	const replace = async () => {
		setAnchor(null)
		const [file] = await chooseFiles(PICTURES)
		if (!file) return
		try {
			const picture = await runJob(desk, `Bringing in “${file.name}”`, (watch) =>
				storedPicture(library, file, nameOfFile(file.name), watch),
			)
			if (picture)
				open.apply('Replace a picture', (sheet) => replacePicture(sheet, photo.id, picture))
		} catch (error) {
			enqueueSnackbar(messageFor(error, file.name), { variant: 'error', autoHideDuration: 15_000 })
		}
	}
	return (
		<>
			<IconButton
				aria-label={`More for ${photo.name}`}
				aria-haspopup="menu"
				onClick={(event) => setAnchor(event.currentTarget)}
			>
				<MoreHorizRounded fontSize="small" />
			</IconButton>
			<Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
				<MenuItem onClick={() => void replace()}>Replace the picture, keep its place</MenuItem>
				<MenuItem
					onClick={() => {
						setAnchor(null)
						open.apply('Remove a photo', (sheet) => removePhoto(sheet, photo.id))
					}}
				>
					Remove from the sheet
				</MenuItem>
			</Menu>
		</>
	)
}
