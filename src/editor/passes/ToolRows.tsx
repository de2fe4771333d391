'use client'

import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import { hasTool, toolInHand } from '@/editor/session/desk'
import { useDesk, useWorkbench } from '@/editor/workbench/workbench'
import { Tip } from '@/kit/Tip'

/** What arrow keys do inside: the next tool, or the one before. */
const STEPS: Readonly<Record<string, number>> = {
	ArrowDown: 1,
	ArrowRight: 1,
	ArrowUp: -1,
	ArrowLeft: -1,
}

/** The pass's tools as large rows: icon, name, key; beneath them what can be set about the one at hand. */
export function ToolRows() {
	const { Options } = useDesk((state) => state.tool)
	return (
		<>
			<Rows />
			{Options && <Options />}
		</>
	)
}

function Rows() {
	const workbench = useWorkbench()
	const pass = useDesk((state) => state.pass)
	const current = useDesk(toolInHand)
	const only = useDesk((state) => state.only)
	const tools = pass.tools.filter((tool) => hasTool({ only }, tool))
	return (
		<Box
			role="radiogroup"
			aria-label="Tool"
			sx={{
				display: 'grid',
				gap: 0.5,
				gridTemplateColumns: tools.length > 2 ? 'repeat(2, minmax(min-content, 1fr))' : '1fr',
			}}
		>
			{tools.map((tool, i) => {
				const { id, name, says, key = '', icon: Icon } = tool
				const here = tool === current
				// One stop for Tab: the tool at hand, or the first where none of them is.
				const stop = here || (i === 0 && !tools.includes(current))
				return (
					<Tip key={id} title={`${says}.`}>
						<ButtonBase
							aria-label={key ? `${name} ${key.toUpperCase()}` : name}
							role="radio"
							aria-checked={here}
							tabIndex={stop ? 0 : -1}
							onKeyDown={(event) => {
								const by = STEPS[event.key]
								if (by === undefined) return
								const next = tools.at((i + by) % tools.length)
								const rows = event.currentTarget.parentElement?.children
								const row = next && rows?.[tools.indexOf(next)]
								if (next) workbench.takeTool(next)
								if (row instanceof HTMLElement) row.focus()
								event.preventDefault()
								event.stopPropagation()
							}}
							onClick={() => workbench.takeTool(tool)}
							sx={{
								justifyContent: 'flex-start',
								gap: 0.75,
								minHeight: 40,
								px: 0.75,
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
							<Typography
								component="span"
								variant="body1"
								sx={{ fontWeight: here ? 650 : 500, textAlign: 'left', lineHeight: 1.15 }}
							>
								{name}
							</Typography>
							<Typography
								component="span"
								className="number"
								sx={{ ml: 'auto', color: 'text.secondary' }}
							>
								{key.toUpperCase()}
							</Typography>
						</ButtonBase>
					</Tip>
				)
			})}
		</Box>
	)
}
