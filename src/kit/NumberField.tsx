'use client'

import FormControl from '@mui/material/FormControl'
import InputAdornment from '@mui/material/InputAdornment'
import InputLabel from '@mui/material/InputLabel'
import OutlinedInput from '@mui/material/OutlinedInput'
import Typography from '@mui/material/Typography'
import { useEffect, useEffectEvent, useId, useRef, useState } from 'react'
import { useFields } from './fields'
import { type Bounds, readNumber, typedChange, whyNotTyped } from './typedNumber'

/**
 * A number with its unit. Enter or leaving the field takes it over, “+5” adds, “*2” multiplies, the arrow keys step it
 * (Shift by ten, Alt by a tenth), Escape gives the old one back. What cannot be taken says why beneath.
 * What is shown may lag behind a drag, so changes are told as a function of the number as it is.
 */
export function NumberField({
	label,
	value,
	unit,
	digits = 2,
	disabled = false,
	read = readNumber,
	bounds,
	live,
	onChange,
}: {
	label: string
	value: number | null
	unit: string
	digits?: number
	disabled?: boolean
	/** What a typed text means in the field's unit; `null` for what means nothing. */
	read?: (text: string) => number | null
	/** What else is typed is not taken, and it says why. */
	bounds?: Bounds
	/**
	 * The value as it is this moment, for a field that follows a drag: it is written into the field
	 * with every change of the sheet, without the field being made anew.
	 */
	live?: () => number | null
	onChange: (next: (now: number) => number) => void
}) {
	const id = useId()
	const input = useRef<HTMLInputElement>(null)
	const { subscribe } = useFields()
	const follow = useEffectEvent(() => {
		const now = live?.() ?? null
		if (input.current && now !== null && draft === null) input.current.value = trimmed(now, digits)
	})
	const follows = live !== undefined
	useEffect(() => (follows ? subscribe(() => follow()) : undefined), [subscribe, follows])
	const [draft, setDraft] = useState<string | null>(null)
	const shown = value === null ? '' : trimmed(value, digits)
	const problem = draft === null || value === null ? null : whyNotTyped(draft, value, read, bounds)
	const change = draft === null || problem ? null : typedChange(draft, read)
	const take = () => {
		if (change && draft !== shown) onChange(change)
		setDraft(null)
	}
	const step = (by: number) => {
		if (problem) return
		setDraft(null)
		onChange((now) => Number(((change?.(now) ?? now) + by).toFixed(6)))
	}
	return (
		<FormControl size="small" disabled={disabled || value === null}>
			<InputLabel htmlFor={id}>{label}</InputLabel>
			<OutlinedInput
				id={id}
				label={label}
				inputRef={input}
				value={draft ?? shown}
				error={problem !== null}
				aria-describedby={problem ? `${id}-problem` : undefined}
				inputProps={{
					inputMode: 'decimal',
					autoComplete: 'off',
					className: 'number',
					// Nothing is being typed: undo is not the field's.
					...(draft === null && { 'data-resting': '' }),
				}}
				endAdornment={<InputAdornment position="end">{unit}</InputAdornment>}
				onChange={(event) => setDraft(event.target.value)}
				onFocus={(event) => event.target.select()}
				onBlur={take}
				onKeyDown={(event) => {
					const size = event.shiftKey ? 10 : event.altKey ? 0.1 : 1
					// What cannot be taken stays with the reason.
					if (event.key === 'Enter') {
						if (!problem) take()
					} else if (event.key === 'Escape') setDraft(null)
					else if (event.key === 'ArrowUp') step(size)
					else if (event.key === 'ArrowDown') step(-size)
					else return
					event.preventDefault()
				}}
				sx={{ pr: 1, '& input': { py: 0.75, pl: 1 } }}
			/>
			{problem && (
				<Typography
					id={`${id}-problem`}
					variant="caption"
					sx={{ mt: 0.25, color: 'error.main', lineHeight: 1.3 }}
				>
					{problem}
				</Typography>
			)}
		</FormControl>
	)
}

function trimmed(value: number, digits: number): string {
	return String(Number(value.toFixed(digits)))
}
