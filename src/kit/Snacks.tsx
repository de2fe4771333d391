'use client'

import GlobalStyles from '@mui/material/GlobalStyles'
import { closeSnackbar, enqueueSnackbar, SnackbarProvider } from 'notistack'
import { useEffect } from 'react'
import { useStore } from 'zustand'
import { snacks } from './snackbar'

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
			{/* Clear of the hint line and the strip under it. */}
			<GlobalStyles styles={{ '.notistack-SnackbarContainer': { bottom: '120px !important' } }} />
			<SnackbarProvider
				maxSnack={2}
				preventDuplicate
				autoHideDuration={8000}
				anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
			/>
		</>
	)
}
