'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useId } from 'react'
import { changeLine } from '@/core'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { useOpenSheet, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { Tip } from '@/kit/Tip'
import { TOUCH, TOUCH_TARGET_PX } from '@/theme/widths'

/** The trace line's colour, to be seen and chosen. */
export function LineSwatch({ withName = false }: { withName?: boolean }) {
	const { open } = useWorkbench()
	const line = useOpenSheet(({ history }) => history.present.line)
	const chosen = useSlice(darkroomSlice, (state) => state.chosenLine)
	const id = useId()
	const swatch = (
		<Box
			component="input"
			id={id}
			type="color"
			aria-label="Line colour"
			value={line.colour ?? chosen}
			onChange={(event) => {
				const { value } = event.target as HTMLInputElement
				open.apply(
					'Change the line’s colour',
					(sheet) => changeLine(sheet, { colour: value }),
					'line-colour',
				)
			}}
			onBlur={open.seal}
			sx={{
				width: 28,
				height: 24,
				[TOUCH]: { width: TOUCH_TARGET_PX, height: TOUCH_TARGET_PX },
				p: 0,
				border: 1,
				borderColor: 'divider',
				borderRadius: 1,
				bgcolor: 'transparent',
				cursor: 'pointer',
				'&::-webkit-color-swatch-wrapper': { p: '2px' },
				'&::-webkit-color-swatch': { border: 0, borderRadius: '3px' },
			}}
		/>
	)
	if (!withName) return <Tip title="Line colour">{swatch}</Tip>
	return (
		<Box sx={{ display: 'flex', alignItems: 'center', justifyContent: 'space-between' }}>
			<Typography component="label" htmlFor={id} variant="body2">
				Line colour
			</Typography>
			{swatch}
		</Box>
	)
}
