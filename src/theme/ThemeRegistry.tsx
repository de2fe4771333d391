'use client'

import CssBaseline from '@mui/material/CssBaseline'
import { ThemeProvider } from '@mui/material/styles'
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter'
import { SnackbarProvider } from 'notistack'
import type { ReactNode } from 'react'
import { theme } from './theme'

export function ThemeRegistry({ children }: { children: ReactNode }) {
	return (
		<AppRouterCacheProvider>
			<ThemeProvider theme={theme} disableTransitionOnChange>
				<CssBaseline />
				<SnackbarProvider
					maxSnack={3}
					autoHideDuration={8000}
					anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
				>
					{children}
				</SnackbarProvider>
			</ThemeProvider>
		</AppRouterCacheProvider>
	)
}
