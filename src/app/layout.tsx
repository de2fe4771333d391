import '@fontsource-variable/figtree'
import '@fontsource-variable/spline-sans-mono'
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript'
import type { Metadata, Viewport } from 'next'
import type { ReactNode } from 'react'
import { ThemeRegistry } from '@/theme/ThemeRegistry'

export const metadata: Metadata = {
	title: 'Skiagram',
	description: 'Trace photographs into clean, scalable outlines and silhouettes.',
}

export const viewport: Viewport = { themeColor: '#F3F0E9' }

export default function RootLayout({ children }: { children: ReactNode }) {
	return (
		<html lang="en" suppressHydrationWarning>
			<body>
				<InitColorSchemeScript attribute="data-bench" defaultMode="light" />
				<ThemeRegistry>{children}</ThemeRegistry>
			</body>
		</html>
	)
}
