'use client'

import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'

/** One of a few words. */
export function WordChoice<T extends string>({
	label,
	value,
	words,
	onChange,
}: {
	label: string
	value: T
	words: readonly (readonly [T, string])[]
	onChange: (value: T) => void
}) {
	return (
		<TextField
			select
			size="small"
			label={label}
			value={value}
			onChange={(event) => onChange(event.target.value as T)}
			// As high as the number fields beside it.
			sx={{ '& .MuiSelect-select': { py: 0.6, minHeight: 0, lineHeight: '18px' } }}
		>
			{words.map(([word, says]) => (
				<MenuItem key={word} value={word}>
					{says}
				</MenuItem>
			))}
		</TextField>
	)
}
