'use client'

import InputBase from '@mui/material/InputBase'
import { useState } from 'react'

/** A name that is edited where it stands: Enter or leaving it takes it over, Escape gives the old one back. */
export function NameField({
	label,
	value,
	onChange,
	autoFocus = false,
	onDone,
}: {
	label: string
	value: string
	onChange: (name: string) => void
	autoFocus?: boolean
	onDone?: () => void
}) {
	const [draft, setDraft] = useState<string | null>(null)
	const end = (keep: boolean) => {
		const name = draft?.trim()
		if (keep && name && name !== value) onChange(name)
		setDraft(null)
		onDone?.()
	}
	return (
		<InputBase
			value={draft ?? value}
			autoFocus={autoFocus}
			fullWidth
			inputProps={{ 'aria-label': label, maxLength: 120 }}
			onFocus={(event) => event.target.select()}
			onChange={(event) => setDraft(event.target.value)}
			onBlur={() => end(true)}
			onKeyDown={(event) => {
				if (event.key === 'Enter') event.currentTarget.blur()
				if (event.key === 'Escape') end(false)
			}}
			sx={{
				fontWeight: 600,
				borderRadius: 1,
				px: 0.75,
				'&:hover': { bgcolor: 'action.hover' },
				'&.Mui-focused': {
					bgcolor: 'background.default',
					outline: '2px solid',
					outlineColor: 'primary.main',
				},
				'& input': { p: '3px 0', textOverflow: 'ellipsis' },
			}}
		/>
	)
}
