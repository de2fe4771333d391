'use client'

import Box from '@mui/material/Box'
import { TypedField } from '@/kit/TypedField'
import { COLOURS_WANTED, typedColour } from '@/kit/typedColour'

/** A colour, shown as hex digits, and typed as any colour of CSS. */
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
				read={typedColour}
				wants={COLOURS_WANTED}
				disabled={disabled}
				onChange={onChange}
			/>
		</Box>
	)
}
