'use client'

import Box from '@mui/material/Box'
import { typedHex } from '@/core/colours'
import { TypedField } from '@/kit/TypedField'

/** A colour, shown and typed as hex digits. */
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
	return (
		<Box sx={{ display: 'grid', gridTemplateColumns: '36px 1fr', gap: 1, alignItems: 'center' }}>
			<Box
				aria-hidden
				sx={{ height: 32, borderRadius: 1, border: 1, borderColor: 'divider', bgcolor: colour }}
			/>
			<TypedField
				key={colour}
				label={label}
				shown={colour}
				read={typedHex}
				wants="# and 3 or 6 digits."
				disabled={disabled}
				onChange={onChange}
			/>
		</Box>
	)
}
