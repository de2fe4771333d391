'use client'

import FormControlLabel from '@mui/material/FormControlLabel'
import Switch from '@mui/material/Switch'

/** A switch at the end of the line that says what it does. */
export function SwitchRow({
	label,
	checked,
	disabled = false,
	onChange,
}: {
	label: string
	checked: boolean
	disabled?: boolean
	onChange: (on: boolean) => void
}) {
	return (
		<FormControlLabel
			sx={{ mx: 0, display: 'flex', justifyContent: 'space-between' }}
			labelPlacement="start"
			slotProps={{ typography: { variant: 'body2' } }}
			label={label}
			disabled={disabled}
			control={<Switch size="small" checked={checked} onChange={(_, on) => onChange(on)} />}
		/>
	)
}
