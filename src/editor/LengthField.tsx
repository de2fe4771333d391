'use client'

import { inPx, inUnit, LENGTH_DIGITS, parseLength, unitInForce } from '@/core'
import { NumberField } from './NumberField'
import { useSheet } from './workbench'

/**
 * A length or place in the sheet's unit. It may be typed with another: `12 mm`, `30 %` of `whole`.
 * Values and changes are in px.
 */
export function LengthField({
	label,
	px,
	whole,
	disabled = false,
	onChange,
}: {
	label: string
	px: number | null
	/** What 100 % is, px; without it percents mean nothing here. */
	whole?: number
	disabled?: boolean
	onChange: (next: (now: number) => number) => void
}) {
	const sheet = useSheet()
	const unit = unitInForce(sheet)
	return (
		<NumberField
			label={label}
			unit={unit}
			value={px === null ? null : inUnit(px, sheet)}
			digits={LENGTH_DIGITS[unit]}
			disabled={disabled}
			read={(text) => {
				const read = parseLength(text, { ...sheet, ...(whole !== undefined && { whole }) })
				return read === null ? null : inUnit(read, sheet)
			}}
			onChange={(next) => onChange((now) => inPx(next(inUnit(now, sheet)), sheet))}
		/>
	)
}
