'use client'

import TextField from '@mui/material/TextField'
import { useState } from 'react'

/**
 * A value typed as text: Enter or leaving the field takes it over, Escape gives the old one back. What means nothing is not
 * taken: it stays, with what would be. Give it its value as `key`, so that it shows another.
 */
export function TypedField<T>({
	label,
	shown,
	read,
	disabled,
	wide = false,
	wants,
	onChange,
}: {
	readonly label: string
	/** The value as it is written. */
	readonly shown: string
	/** `null` for what means nothing. */
	readonly read: (text: string) => T | null
	readonly disabled: boolean
	/** Across all columns of the grid it stands in. */
	readonly wide?: boolean
	/** What may be typed, in words. */
	readonly wants: string
	readonly onChange: (value: T) => void
}) {
	const [draft, setDraft] = useState(shown)
	const typed = read(draft)
	const take = () => {
		if (typed !== null && draft !== shown) onChange(typed)
	}
	return (
		<TextField
			size="small"
			label={label}
			value={draft}
			disabled={disabled}
			error={typed === null}
			helperText={typed === null ? wants : undefined}
			onChange={(event) => setDraft(event.target.value)}
			onBlur={take}
			onKeyDown={(event) => {
				if (event.key === 'Enter') take()
				else if (event.key === 'Escape') setDraft(shown)
			}}
			slotProps={{ htmlInput: { className: 'number', autoComplete: 'off', spellCheck: false } }}
			sx={{ ...(wide && { gridColumn: '1 / -1' }), '& input': { py: 0.75 } }}
		/>
	)
}
