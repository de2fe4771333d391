'use client'

import ArchitectureRounded from '@mui/icons-material/ArchitectureRounded'
import EditRounded from '@mui/icons-material/EditRounded'
import FlipRounded from '@mui/icons-material/FlipRounded'
import GestureRounded from '@mui/icons-material/GestureRounded'
import ImageSearchRounded from '@mui/icons-material/ImageSearchRounded'
import JoinInnerRounded from '@mui/icons-material/JoinInnerRounded'
import OpenWithRounded from '@mui/icons-material/OpenWithRounded'
import StraightenRounded from '@mui/icons-material/StraightenRounded'
import TimelineRounded from '@mui/icons-material/TimelineRounded'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import { useDesk, useWorkbench } from '../workbench'
import { passById, type ToolId } from './passes'

const TOOLS: Readonly<Record<ToolId, { name: string; key: string; icon: typeof EditRounded }>> = {
	pen: { name: 'Pen', key: 'D', icon: EditRounded },
	pencil: { name: 'Pencil', key: 'Q', icon: GestureRounded },
	nodes: { name: 'Nodes', key: 'E', icon: TimelineRounded },
	arrange: { name: 'Arrange', key: 'M', icon: OpenWithRounded },
	straighten: { name: 'Straighten', key: '', icon: ArchitectureRounded },
	measure: { name: 'Measure', key: '', icon: StraightenRounded },
	'see-here': { name: 'See here', key: '', icon: ImageSearchRounded },
	mirror: { name: 'Mirror line', key: '', icon: FlipRounded },
	regions: { name: 'Regions', key: '', icon: JoinInnerRounded },
}

/** The pass's tools as large rows: icon, name, key. */
export function ToolRows() {
	const workbench = useWorkbench()
	const pass = passById(useDesk((state) => state.pass))
	const current = useDesk((state) => state.tool)
	return (
		<Box
			role="radiogroup"
			aria-label="Tool"
			sx={{
				display: 'grid',
				gap: 0.5,
				gridTemplateColumns: pass.tools.length > 2 ? 'repeat(2, minmax(0, 1fr))' : '1fr',
			}}
		>
			{pass.tools.map((id) => {
				const { name, key, icon: Icon } = TOOLS[id]
				const here = id === current
				return (
					<ButtonBase
						key={id}
						role="radio"
						aria-checked={here}
						onClick={() => workbench.takeTool(id)}
						sx={{
							justifyContent: 'flex-start',
							gap: 1,
							height: 40,
							px: 1,
							borderRadius: 1,
							border: 1,
							borderColor: here ? 'primary.main' : 'divider',
							bgcolor: 'background.paper',
							color: here ? 'primary.main' : 'text.primary',
							boxShadow: here ? 'inset 3px 0 0 currentColor' : 'none',
							'&.Mui-focusVisible': { outline: '2px solid' },
						}}
					>
						<Icon fontSize="small" />
						<Typography component="span" variant="body1" sx={{ fontWeight: here ? 650 : 500 }}>
							{name}
						</Typography>
						<Typography
							component="span"
							className="number"
							sx={{ ml: 'auto', color: 'text.secondary' }}
						>
							{key}
						</Typography>
					</ButtonBase>
				)
			})}
		</Box>
	)
}
