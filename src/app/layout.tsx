import '@fontsource-variable/figtree'
import '@fontsource-variable/spline-sans-mono'
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript'
import type { Metadata, Viewport } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { KeptOffline } from '@/kit/KeptOffline'
import { SnackHost } from '@/kit/SnackHost'
import { TipHost } from '@/kit/TipHost'
import { ThemeRegistry } from '@/theme/ThemeRegistry'

export const metadata: Metadata = {
	title: 'Skiagram',
	description: 'Trace photographs into clean, scalable outlines and silhouettes.',
}

export const viewport: Viewport = { themeColor: '#F3F0E9' }

export default async function RootLayout({ children }: { children: ReactNode }) {
	const nonce = (await headers()).get('x-nonce') ?? undefined
	return (
		<html lang="en" suppressHydrationWarning>
			<body>
				<InitColorSchemeScript attribute="data-bench" defaultMode="light" nonce={nonce} />
				<ThemeRegistry>
					{children}
					<TipHost />
					<SnackHost />
					<KeptOffline />
				</ThemeRegistry>
			</body>
		</html>
	)
}
