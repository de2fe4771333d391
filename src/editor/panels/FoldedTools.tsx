'use client'

import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import { hasTool, toolInHand } from '@/editor/session/desk'
import { useDesk, useWorkbench } from '@/editor/workbench/workbench'
import { Tip } from '@/kit/Tip'

/** The pass's tools as a column of signs, while the canvas has all the room. */
export function FoldedTools() {
	const workbench = useWorkbench()
	const pass = useDesk((state) => state.pass)
	const current = useDesk(toolInHand)
	const only = useDesk((state) => state.only)
	return (
		<Box
			role="toolbar"
			aria-label="Tools"
			aria-orientation="vertical"
			sx={{ display: 'grid', gap: 0.5, py: 1, justifyItems: 'center' }}
		>
			{pass.tools
				.filter((tool) => hasTool({ only }, tool))
				.map((tool) => {
					const { id, name, says, key, icon: Icon } = tool
					const here = tool === current
					return (
						<Tip key={id} title={`${name}${key ? ` (${key.toUpperCase()})` : ''}: ${says}.`}>
							<IconButton
								aria-label={name}
								aria-pressed={here}
								color={here ? 'primary' : 'default'}
								onClick={() => workbench.takeTool(tool)}
								sx={{
									border: 1,
									borderColor: here ? 'primary.main' : 'transparent',
									borderRadius: 1,
								}}
							>
								<Icon fontSize="small" />
							</IconButton>
						</Tip>
					)
				})}
		</Box>
	)
}
