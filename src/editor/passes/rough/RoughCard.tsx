'use client'

import FileOpenOutlined from '@mui/icons-material/FileOpenOutlined'
import Button from '@mui/material/Button'
import { useTakeFiles } from '@/editor/workbench/FilesTaken'
import { useDesk } from '@/editor/workbench/workbench'
import { DRAWINGS } from '@/kit/fileKinds'
import { chooseFiles } from '@/kit/files'
import { ToolRows } from '../ToolRows'
import { MirrorWork } from './MirrorWork'
import { SameAgain } from './SameAgain'

export function RoughCard() {
	const take = useTakeFiles()
	const all = useDesk(({ only }) => only === null)
	if (!all) return <ToolRows />
	return (
		<>
			<ToolRows />
			<MirrorWork />
			<SameAgain />
			<Button
				variant="outlined"
				startIcon={<FileOpenOutlined />}
				onClick={async () => take(await chooseFiles(DRAWINGS))}
			>
				Bring in a drawing (SVG, DXF)
			</Button>
		</>
	)
}
