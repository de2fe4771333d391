'use client'

import { inPx, inUnit, LENGTH_DIGITS, parseLength, unitInForce } from '@/core'
import { useFields } from './fields'
import { NumberField } from './NumberField'

/**
 * A length or place in the sheet's unit. It may be typed with another: `12 mm`, `30 %` of `whole`.
 * Values and changes are in px.
 */
export function LengthField({
	label,
	px,
	whole,
	disabled = false,
	live,
	onChange,
}: {
	label: string
	px: number | null
	/** What 100 % is, px; without it percents mean nothing here. */
	whole?: number
	disabled?: boolean
	/** The length as it is this moment, px: for a field that follows a drag. */
	live?: () => number | null
	onChange: (next: (now: number) => number) => void
}) {
	const { scale } = useFields()
	const unit = unitInForce(scale)
	return (
		<NumberField
			label={label}
			unit={unit}
			value={px === null ? null : inUnit(px, scale)}
			digits={LENGTH_DIGITS[unit]}
			disabled={disabled}
			{...(live && {
				live: () => {
					const now = live()
					return now === null ? null : inUnit(now, scale)
				},
			})}
			read={(text) => {
				const read = parseLength(text, { ...scale, ...(whole !== undefined && { whole }) })
				return read === null ? null : inUnit(read, scale)
			}}
			onChange={(next) => onChange((now) => inPx(next(inUnit(now, scale)), scale))}
		/>
	)
}
