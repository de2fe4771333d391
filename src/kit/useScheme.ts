import { useColorScheme } from '@mui/material/styles'

/** The bench by day or by lamplight as it is seen, also where that is left to the system; and the way to change it. */
export function useScheme(): {
	readonly scheme: 'light' | 'dark'
	change(): void
} {
	const { mode, systemMode, setMode } = useColorScheme()
	const scheme = (mode === 'system' ? systemMode : mode) === 'dark' ? 'dark' : 'light'
	return { scheme, change: () => setMode(scheme === 'dark' ? 'light' : 'dark') }
}
