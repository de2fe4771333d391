'use client'

import Box from '@mui/material/Box'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { typedHex } from '@/core/colours'

/** A colour, shown and typed as hex digits; what is none is not taken. */
export function HexField({
	label,
	colour,
	disabled,
	onChange,
}: {
	readonly label: string
	readonly colour: string
	readonly disabled: boolean
	readonly onChange: (colour: string) => void
}) {
	const [draft, setDraft] = useState(colour)
	const typed = typedHex(draft)
	const take = () => {
		if (typed && typed !== colour) onChange(typed)
		else setDraft(colour)
	}
	return (
		<Box sx={{ display: 'grid', gridTemplateColumns: '36px 1fr', gap: 1, alignItems: 'center' }}>
			<Box
				aria-hidden
				sx={{ height: 32, borderRadius: 1, border: 1, borderColor: 'divider', bgcolor: colour }}
			/>
			<TextField
				size="small"
				label={label}
				value={draft}
				disabled={disabled}
				error={!typed}
				onChange={(event) => setDraft(event.target.value)}
				onBlur={take}
				onKeyDown={(event) => {
					if (event.key === 'Enter') take()
					else if (event.key === 'Escape') setDraft(colour)
				}}
				slotProps={{ htmlInput: { className: 'number', autoComplete: 'off', spellCheck: false } }}
				sx={{ '& input': { py: 0.75 } }}
			/>
		</Box>
	)
}
