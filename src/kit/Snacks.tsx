'use client'

import GlobalStyles from '@mui/material/GlobalStyles'
import { closeSnackbar, enqueueSnackbar, SnackbarProvider } from 'notistack'
import { useEffect } from 'react'
import { useStore } from 'zustand'
import { CORNER_PX } from '@/theme/tokens'
import { snacks } from './snackbar'

/** Clear of the hint line and the strip under it; ink on card, what kind it is shown by its edge and sign. */
const LOOK = {
	'.notistack-SnackbarContainer': { bottom: '120px !important' },
	'.notistack-MuiContent.notistack-MuiContent': {
		background: 'var(--mui-palette-background-paper)',
		color: 'var(--mui-palette-text-primary)',
		border: '1px solid var(--mui-palette-divider)',
		borderRadius: CORNER_PX,
		boxShadow: '0 4px 14px rgba(0, 0, 0, 0.25)',
	},
	...Object.fromEntries(
		(['warning', 'error', 'success', 'info'] as const).map((kind) => [
			`.notistack-MuiContent-${kind}.notistack-MuiContent-${kind}`,
			{
				borderLeft: `4px solid var(--mui-palette-${kind}-main)`,
				'& svg': { color: `var(--mui-palette-${kind}-main)` },
			},
		]),
	),
} as const

/** Messages at the foot of the page, one above the other. */
export function Snacks() {
	const { waiting, closing } = useStore(snacks)
	useEffect(() => {
		if (waiting.length === 0 && closing.length === 0) return
		snacks.setState({ waiting: [], closing: [] })
		for (const { key, message, options } of waiting) enqueueSnackbar(message, { ...options, key })
		for (const key of closing) closeSnackbar(key)
	}, [waiting, closing])
	return (
		<>
			<GlobalStyles styles={LOOK} />
			<SnackbarProvider
				maxSnack={2}
				preventDuplicate
				autoHideDuration={8000}
				anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
			/>
		</>
	)
}
