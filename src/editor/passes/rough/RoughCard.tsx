'use client'

import FileOpenOutlined from '@mui/icons-material/FileOpenOutlined'
import Button from '@mui/material/Button'
import { chooseFiles } from '@/store/files'
import { useTakeFiles } from '../../FilesTaken'
import { DRAWINGS } from '../fileKinds'
import { ToolRows } from '../ToolRows'

export function RoughCard() {
	const take = useTakeFiles()
	return (
		<>
			<ToolRows />
			<Button
				variant="outlined"
				startIcon={<FileOpenOutlined />}
				onClick={async () => take(await chooseFiles(DRAWINGS))}
			>
				Bring in outlines from an SVG
			</Button>
		</>
	)
}
