'use client'

import LockOpenRounded from '@mui/icons-material/LockOpenRounded'
import LockRounded from '@mui/icons-material/LockRounded'
import MoreHorizRounded from '@mui/icons-material/MoreHorizRounded'
import VisibilityOffOutlined from '@mui/icons-material/VisibilityOffOutlined'
import VisibilityOutlined from '@mui/icons-material/VisibilityOutlined'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import { memo, useState } from 'react'
import { changePhoto, type PlacedPhoto } from '@/core'
import { photoAtWork } from '@/editor/session/chooseByPhoto'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { useOpenSheet, useSheet, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { late } from '@/kit/late'
import { Tip } from '@/kit/Tip'

const PhotoMenu = late(() => import('./PhotoMenu').then((m) => m.PhotoMenu), 'over')

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

interface RowProps {
	readonly photo: PlacedPhoto
	readonly alone: boolean
}

/** Drawn anew only when what it shows changes, not while the photo is moved or toned. */
const Row = memo(
	RowShown,
	(a, b) => a.alone === b.alone && SHOWN.every((key) => a.photo[key] === b.photo[key]),
)

const SHOWN = ['id', 'blob', 'name', 'width', 'height', 'hidden', 'locked'] as const

function RowShown({ photo, alone }: RowProps) {
	const { open } = useWorkbench()
	const chosen = useOpenSheet(
		({ history, selection }) => photoAtWork(history.present, selection.photo)?.id === photo.id,
	)
	const atHand = chosen && !alone
	const state = useSlice(darkroomSlice, ({ pyramids, opening }) => {
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
			<Tip title={photo.hidden ? 'Show' : 'Hide'}>
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
			</Tip>
			<Tip title={photo.locked ? 'Unlock' : 'Lock in its place'}>
				<IconButton
					aria-label={photo.locked ? `Unlock ${photo.name}` : `Lock ${photo.name}`}
					onClick={() =>
						change(photo.locked ? 'Unlock a photo' : 'Lock a photo', { locked: !photo.locked })
					}
				>
					{photo.locked ? <LockRounded fontSize="small" /> : <LockOpenRounded fontSize="small" />}
				</IconButton>
			</Tip>
			<More photo={photo} />
		</Box>
	)
}

/** What is seldom wanted comes when it is asked for. */
function More({ photo }: { photo: PlacedPhoto }) {
	const [anchor, setAnchor] = useState<HTMLElement | null>(null)
	return (
		<>
			<IconButton
				aria-label={`More for ${photo.name}`}
				aria-haspopup="menu"
				onClick={(event) => setAnchor(event.currentTarget)}
			>
				<MoreHorizRounded fontSize="small" />
			</IconButton>
			{anchor && <PhotoMenu photo={photo} anchor={anchor} onClose={() => setAnchor(null)} />}
		</>
	)
}
