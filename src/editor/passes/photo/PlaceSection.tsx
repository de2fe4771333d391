'use client'

import FlipRounded from '@mui/icons-material/FlipRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import FormControlLabel from '@mui/material/FormControlLabel'
import Switch from '@mui/material/Switch'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import {
	changePhoto,
	firstPlace,
	mirrorPhoto,
	type Placement,
	placementOf,
	placePhoto,
	resizePhoto,
	upperLeft,
} from '@/core'
import { useSheet, useWorkbench } from '@/editor/workbench/workbench'
import { LengthField } from '@/kit/LengthField'
import { NumberField } from '@/kit/NumberField'
import { usePhotoAtHand } from './photoAtHand'

const DEGREES = 180 / Math.PI

/** Where the photo lies, in numbers. */
export function PlaceSection() {
	const { open } = useWorkbench()
	const sheet = useSheet()
	const photo = usePhotoAtHand()
	const [inProportion, setInProportion] = useState(true)
	if (!photo)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				Bring a photo in first.
			</Typography>
		)
	const { locked, id } = photo
	const placement = placementOf(photo)
	const corner = upperLeft(photo)
	const lay = (label: string, change: (now: Placement) => Partial<Placement>) =>
		open.apply(label, (s) => {
			const now = s.photos.find((p) => p.id === id)
			return now ? placePhoto(s, id, change(placementOf(now))) : s
		})
	/** The numbers are those of its upper left corner: that is what one lines up. */
	const move = (axis: 0 | 1) => (next: (now: number) => number) => {
		const by = next(corner[axis]) - corner[axis]
		lay('Move a photo', ({ centre: [x, y] }) => ({
			centre: axis === 0 ? [x + by, y] : [x, y + by],
		}))
	}
	const size = (side: 'width' | 'height') => (next: (now: number) => number) =>
		open.apply('Scale a photo', (s) => {
			const now = s.photos.find((p) => p.id === id)
			if (!now) return s
			const { width, height } = placementOf(now)
			const length = Math.max(1, next(side === 'width' ? width : height))
			const k = length / (side === 'width' ? width : height)
			const sizes = inProportion ? { width: width * k, height: height * k } : { [side]: length }
			return resizePhoto(s, id, sizes)
		})
	return (
		<>
			<Box
				sx={{
					display: 'grid',
					gridTemplateColumns: 'repeat(2, minmax(0, 1fr))',
					gap: 1.25,
					pt: 0.75,
				}}
			>
				<LengthField
					label="Left"
					px={corner[0]}
					whole={sheet.width}
					disabled={locked}
					onChange={move(0)}
				/>
				<LengthField
					label="Top"
					px={corner[1]}
					whole={sheet.height}
					disabled={locked}
					onChange={move(1)}
				/>
				<LengthField
					label="Width"
					px={placement.width}
					whole={photo.width}
					disabled={locked}
					onChange={size('width')}
				/>
				<LengthField
					label="Height"
					px={placement.height}
					whole={photo.height}
					disabled={locked}
					onChange={size('height')}
				/>
				<NumberField
					label="Turned"
					unit="° ↻"
					value={placement.turn * DEGREES}
					disabled={locked}
					onChange={(next) =>
						lay('Turn a photo', ({ turn }) => ({ turn: next(turn * DEGREES) / DEGREES }))
					}
				/>
				<FormControlLabel
					sx={{ m: 0, whiteSpace: 'nowrap' }}
					slotProps={{ typography: { variant: 'body2' } }}
					label="Keep ratio"
					control={
						<Switch size="small" checked={inProportion} onChange={(_, on) => setInProportion(on)} />
					}
				/>
			</Box>
			<Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(2, minmax(0, 1fr))', gap: 1 }}>
				<Button
					variant="outlined"
					disabled={locked}
					startIcon={<FlipRounded />}
					aria-label="Mirror left and right"
					onClick={() => open.apply('Mirror a photo', (s) => mirrorPhoto(s, id, 'left-right'))}
				>
					Mirror
				</Button>
				<Button
					variant="outlined"
					disabled={locked}
					startIcon={<FlipRounded sx={{ transform: 'rotate(90deg)' }} />}
					aria-label="Mirror top and bottom"
					onClick={() => open.apply('Mirror a photo', (s) => mirrorPhoto(s, id, 'top-bottom'))}
				>
					Mirror
				</Button>
			</Box>
			<Button
				variant="outlined"
				disabled={locked}
				onClick={() =>
					open.apply('Lay a photo as it came in', (s) =>
						changePhoto(s, id, { place: firstPlace(s, photo) }),
					)
				}
			>
				Lay it as it came in
			</Button>
			{locked && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					The photo is locked in its place.
				</Typography>
			)}
		</>
	)
}
