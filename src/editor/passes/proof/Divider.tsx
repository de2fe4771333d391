'use client'

import Box from '@mui/material/Box'
import { useDesk, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { proofSlice } from './proofSlice'

/** A key moves the divider by so much of the window. */
const STEP = 0.02

/** A line across the canvas, the photo on its left and the shape on its right; it is dragged across both. */
export function Divider() {
	const { slices } = useWorkbench()
	const width = useDesk(({ size }) => size.width)
	const divider = useSlice(proofSlice, ({ look }) => look.divider)
	if (divider === null) return null
	const put = (share: number) =>
		slices.of(proofSlice).setState(({ look }) => ({
			look: { ...look, divider: Math.min(0.98, Math.max(0.02, share)) },
		}))
	return (
		<Box
			role="slider"
			aria-label="Divider between photo and shape"
			aria-valuemin={0}
			aria-valuemax={100}
			aria-valuenow={Math.round(100 * divider)}
			tabIndex={0}
			onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
			onPointerMove={(event) => {
				if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
				const left = event.currentTarget.parentElement?.getBoundingClientRect().left ?? 0
				put((event.clientX - left) / width)
			}}
			onKeyDown={(event) => {
				const way = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
				if (way === 0) return
				event.stopPropagation()
				put(divider + way * STEP)
			}}
			sx={{
				position: 'absolute',
				top: 0,
				bottom: 0,
				left: divider * width - 12,
				width: 24,
				cursor: 'ew-resize',
				touchAction: 'none',
				'&::before': {
					content: '""',
					position: 'absolute',
					left: 11,
					top: 0,
					bottom: 0,
					width: 2,
					bgcolor: 'primary.main',
				},
				'&::after': {
					content: '""',
					position: 'absolute',
					left: 2,
					top: '50%',
					width: 20,
					height: 32,
					borderRadius: 1,
					bgcolor: 'primary.main',
				},
			}}
		/>
	)
}
