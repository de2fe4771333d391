'use client'

import AddPhotoAlternateOutlined from '@mui/icons-material/AddPhotoAlternateOutlined'
import VisibilityOffOutlined from '@mui/icons-material/VisibilityOffOutlined'
import VisibilityOutlined from '@mui/icons-material/VisibilityOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import { changePhoto } from '@/core'
import { chooseFiles } from '@/store/files'
import { useTakeFiles } from '../../FilesTaken'
import { useDesk, useSheet, useWorkbench } from '../../workbench'
import { PICTURES } from '../fileKinds'
import { PhotoStrength } from '../PhotoStrength'

export function PhotoCard() {
	const { photos } = useSheet()
	const take = useTakeFiles()
	return (
		<>
			<Button
				variant={photos.length > 0 ? 'outlined' : 'contained'}
				startIcon={<AddPhotoAlternateOutlined />}
				onClick={async () => take(await chooseFiles(PICTURES))}
			>
				{photos.length > 0 ? 'Bring in another photo' : 'Bring a photo in'}
			</Button>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				Or drop a picture on the sheet, or paste one.
			</Typography>
			{photos.length > 0 && (
				<>
					<Box>
						<Typography variant="h3" component="h2" id="photo-strength">
							Photo strength {Math.round((photos[0]?.strength ?? 1) * 100)} %
						</Typography>
						<Box sx={{ px: 1 }}>
							<PhotoStrength />
						</Box>
					</Box>
					<PhotoList />
				</>
			)}
		</>
	)
}

function PhotoList() {
	const { open } = useWorkbench()
	const { photos } = useSheet()
	const pyramids = useDesk((state) => state.pyramids)
	return (
		<Box
			component="ul"
			aria-label="Photos"
			sx={{ m: 0, p: 0, listStyle: 'none', display: 'grid', gap: 0.5 }}
		>
			{photos.map((photo) => (
				<Box component="li" key={photo.id} sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
					<IconButton
						aria-label={photo.hidden ? `Show ${photo.name}` : `Hide ${photo.name}`}
						onClick={() =>
							open.apply(photo.hidden ? 'Show a photo' : 'Hide a photo', (sheet) =>
								changePhoto(sheet, photo.id, { hidden: !photo.hidden }),
							)
						}
					>
						{photo.hidden ? (
							<VisibilityOffOutlined fontSize="small" />
						) : (
							<VisibilityOutlined fontSize="small" />
						)}
					</IconButton>
					<Box sx={{ minWidth: 0 }}>
						<Typography variant="body2" noWrap>
							{photo.name}
						</Typography>
						<Typography variant="caption" className="number" sx={{ color: 'text.secondary' }}>
							{photo.width} × {photo.height} px{pyramids.get(photo.blob) ? '' : ', opening'}
						</Typography>
					</Box>
				</Box>
			))}
		</Box>
	)
}
