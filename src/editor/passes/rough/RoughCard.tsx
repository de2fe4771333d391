'use client'

import FileOpenOutlined from '@mui/icons-material/FileOpenOutlined'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { chooseFiles } from '@/store/files'
import { useTakeFiles } from '../../FilesTaken'
import { SwitchRow } from '../../SwitchRow'
import { useDesk, useWorkbench } from '../../workbench'
import { DRAWINGS } from '../fileKinds'
import { ToolRows } from '../ToolRows'
import { MirrorWork } from './MirrorWork'

export function RoughCard() {
	const take = useTakeFiles()
	const { desk } = useWorkbench()
	const straight = useDesk((state) => state.straightOnly)
	return (
		<>
			<ToolRows />
			<SwitchRow
				label="Straight only"
				checked={straight}
				onChange={(on) => desk.setState({ straightOnly: on })}
			/>
			<Typography variant="caption" sx={{ color: 'text.secondary', mt: -1.25 }}>
				Corners alone, all the way round; the curves are bent in Refine.
			</Typography>
			<MirrorWork />
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
