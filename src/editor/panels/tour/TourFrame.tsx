'use client'

import Box from '@mui/material/Box'
import { toScreen } from '@/editor/session/view'
import { useDesk, useSlice } from '@/editor/workbench/workbench'
import { TOUR } from './steps'
import { tourSlice } from './tourSlice'

/** Where on the sheet the tour asks one to draw. */
export function TourFrame() {
	const view = useDesk((state) => state.view)
	const box = useSlice(tourSlice, ({ step }) => TOUR[step]?.box)
	if (!box) return null
	const { minX, minY, maxX, maxY } = box
	const [left, top] = toScreen(view, [minX, minY])
	const [right, bottom] = toScreen(view, [maxX, maxY])
	return (
		<Box
			aria-hidden="true"
			sx={{
				position: 'absolute',
				left,
				top,
				width: right - left,
				height: bottom - top,
				border: '2px dashed',
				borderColor: 'warning.main',
				outline: '1px solid #fff',
				pointerEvents: 'none',
			}}
		/>
	)
}
