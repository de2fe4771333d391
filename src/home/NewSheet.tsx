'use client'

import AddPhotoAlternateOutlined from '@mui/icons-material/AddPhotoAlternateOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { DRAWINGS, PICTURES } from '@/kit/fileKinds'
import { chooseFiles } from '@/kit/files'
import { ProgressBar } from '@/kit/ProgressBar'

/** A picture that is being opened. */
export interface Busy {
	readonly what: string
	/** 0 to 1 */
	readonly share: number
	cancel(): void
}

/** The large target for a new sheet: drop, paste or choose. */
export function NewSheet({
	busy,
	onFiles,
}: {
	busy: Busy | null
	onFiles: (files: readonly File[]) => void
}) {
	const [over, setOver] = useState(false)
	return (
		<Box
			component="section"
			aria-label="New sheet"
			onDragOver={(event) => {
				event.preventDefault()
				setOver(true)
			}}
			onDragLeave={() => setOver(false)}
			onDrop={(event) => {
				event.preventDefault()
				// What is dropped beside the target is taken by the page.
				event.stopPropagation()
				setOver(false)
				onFiles([...event.dataTransfer.files])
			}}
			sx={{
				minHeight: 232,
				p: 3,
				borderRadius: 1,
				border: '2px dashed',
				borderColor: over ? 'primary.main' : 'divider',
				bgcolor: 'background.paper',
				display: 'grid',
				placeItems: 'center',
				alignContent: 'center',
				gap: 1.5,
				textAlign: 'center',
			}}
		>
			{busy ? (
				<>
					<Typography variant="body1" role="status">
						Opening “{busy.what}”
					</Typography>
					<Box sx={{ width: '60%' }}>
						<ProgressBar label={`Opening ${busy.what}`} share={busy.share} />
					</Box>
					<Button onClick={busy.cancel}>Cancel</Button>
				</>
			) : (
				<>
					<AddPhotoAlternateOutlined sx={{ fontSize: 40, color: 'primary.main' }} />
					<Typography variant="body1">Drop a photo here, or paste one, to begin a sheet</Typography>
					<Box sx={{ display: 'flex', gap: 1 }}>
						<Button variant="contained" onClick={async () => onFiles(await chooseFiles(PICTURES))}>
							Choose a photo
						</Button>
						<Button variant="outlined" onClick={async () => onFiles(await chooseFiles(DRAWINGS))}>
							Open a drawing
						</Button>
					</Box>
					<Typography variant="caption" sx={{ color: 'text.secondary' }}>
						PNG, JPEG, WebP, AVIF, GIF or BMP, up to 100 megapixels; drawings as SVG or DXF
					</Typography>
				</>
			)}
		</Box>
	)
}
