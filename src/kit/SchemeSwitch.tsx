'use client'

import DarkModeOutlined from '@mui/icons-material/DarkModeOutlined'
import LightModeOutlined from '@mui/icons-material/LightModeOutlined'
import IconButton from '@mui/material/IconButton'
import { Tip } from './Tip'
import { useScheme } from './useScheme'

/** The bench by day or by lamplight. */
export function SchemeSwitch() {
	const { scheme, change } = useScheme()
	const dark = scheme === 'dark'
	const label = dark ? 'Bench by day' : 'Bench by lamplight'
	return (
		<Tip title={label}>
			<IconButton aria-label={label} onClick={change}>
				{dark ? <LightModeOutlined fontSize="small" /> : <DarkModeOutlined fontSize="small" />}
			</IconButton>
		</Tip>
	)
}
