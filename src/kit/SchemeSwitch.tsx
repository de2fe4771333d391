'use client'

import DarkModeOutlined from '@mui/icons-material/DarkModeOutlined'
import LightModeOutlined from '@mui/icons-material/LightModeOutlined'
import IconButton from '@mui/material/IconButton'
import { useColorScheme } from '@mui/material/styles'
import { Tip } from './Tip'

/** The bench by day or by lamplight. */
export function SchemeSwitch() {
	const { mode, setMode } = useColorScheme()
	const dark = mode === 'dark'
	const label = dark ? 'Bench by day' : 'Bench by lamplight'
	return (
		<Tip title={label}>
			<IconButton aria-label={label} onClick={() => setMode(dark ? 'light' : 'dark')}>
				{dark ? <LightModeOutlined fontSize="small" /> : <DarkModeOutlined fontSize="small" />}
			</IconButton>
		</Tip>
	)
}
