'use client'

import AddPhotoAlternateOutlined from '@mui/icons-material/AddPhotoAlternateOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { type ComponentType, useEffect, useState } from 'react'
import { SMALL_PHOTO_PX } from '@/core'
import type { ToolDef } from '@/editor/session/definitions'
import { useTakeFiles } from '@/editor/workbench/FilesTaken'
import { useDesk, useOpenSheet } from '@/editor/workbench/workbench'
import { PICTURES } from '@/kit/fileKinds'
import { chooseFiles } from '@/kit/files'
import { late } from '@/kit/late'
import { Sections } from '@/kit/Sections'
import { ToolRows } from '../ToolRows'
import { useAsked } from '../useAsked'
import { measureTool } from './measure'
import { PhotoList } from './PhotoList'
import { PHOTO_PARTS, type PhotoPart } from './parts'
import { usePhotoAtHand } from './photoAtHand'
import { seeHereTool } from './seeHere'
import { straightenTool } from './straighten'

// A section comes when it is first opened.
const CONTENTS: Readonly<Record<PhotoPart, ComponentType>> = {
	tone: late(() => import('./ToneSection').then((m) => m.ToneSection)),
	place: late(() => import('./PlaceSection').then((m) => m.PlaceSection)),
	line: late(() => import('./LineSection').then((m) => m.LineSection)),
	size: late(() => import('./SizeSection').then((m) => m.SizeSection)),
	sheet: late(() => import('./SheetSection').then((m) => m.SheetSection)),
	letters: late(() => import('./LetterSection').then((m) => m.LetterSection)),
	guides: late(() => import('./GuidesSection').then((m) => m.GuidesSection)),
}
const SECTIONS = PHOTO_PARTS.map((part) => ({ ...part, Content: CONTENTS[part.id] }))

// Most photos are large enough.
const EnlargeOffer = late(() => import('./EnlargeOffer').then((m) => m.EnlargeOffer), 'nowhere')

/** The section in which a tool's numbers are. */
const SECTION_OF: ReadonlyMap<ToolDef, PhotoPart> = new Map([
	[straightenTool, 'place'],
	[measureTool, 'size'],
	[seeHereTool, 'tone'],
])

export function PhotoCard() {
	const some = useOpenSheet(({ history }) => history.present.photos.length > 0)
	const take = useTakeFiles()
	const tool = useDesk((state) => state.tool)
	const [shown, setShown] = useState<PhotoPart | null>(null)
	useAsked(PHOTO_PARTS, setShown)
	useEffect(() => {
		const section = SECTION_OF.get(tool)
		if (section) setShown(section)
	}, [tool])
	return (
		<>
			<ToolRows />
			<PhotoList />
			<OfferIfSmall />
			<Box>
				<Button
					fullWidth
					variant={some ? 'outlined' : 'contained'}
					startIcon={<AddPhotoAlternateOutlined />}
					onClick={async () => take(await chooseFiles(PICTURES))}
				>
					{some ? 'Bring in another photo' : 'Bring a photo in'}
				</Button>
				<Typography
					variant="caption"
					component="p"
					sx={{ color: 'text.secondary', mt: 0.5, mb: 0, textAlign: 'center' }}
				>
					or drop or paste one
				</Typography>
			</Box>
			<Sections sections={SECTIONS} shown={shown} onShow={setShown} />
		</>
	)
}

function OfferIfSmall() {
	const photo = usePhotoAtHand()
	if (!photo || Math.max(photo.width, photo.height) >= SMALL_PHOTO_PX) return null
	return <EnlargeOffer photo={photo} />
}
