'use client'

import Box from '@mui/material/Box'
import type { Figure, Pattern } from '@/core'
import { LengthField } from '@/kit/LengthField'
import { NumberField } from '@/kit/NumberField'
import { SwitchRow } from '@/kit/SwitchRow'
import { WordChoice } from '@/kit/WordChoice'
import { HexField } from './HexField'

const FIGURE_WORDS: readonly (readonly [Figure, string])[] = [
	['hatch', 'Hatch'],
	['cross-hatch', 'Cross-hatch'],
	['dots', 'Dots'],
	['waves', 'Waves'],
]
const LEAST_PX = 0.1
const GROUND = '#fbf9f4'

/** A pattern by its numbers. */
export function PatternFields({
	pattern,
	disabled,
	onChange,
}: {
	readonly pattern: Pattern
	readonly disabled: boolean
	readonly onChange: (change: (pattern: Pattern) => Pattern) => void
}) {
	const { figure, spacing, weight, angle, ground } = pattern
	return (
		<>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25, pt: 0.75 }}>
				<WordChoice
					label="Figure"
					value={figure}
					words={FIGURE_WORDS}
					onChange={(next) => onChange((now) => ({ ...now, figure: next }))}
				/>
				<LengthField
					label="Spacing"
					px={spacing}
					disabled={disabled}
					onChange={(next) =>
						onChange((now) => ({ ...now, spacing: Math.max(LEAST_PX, next(now.spacing)) }))
					}
				/>
				<LengthField
					label={figure === 'dots' ? 'Width of dots' : 'Thickness'}
					px={weight}
					disabled={disabled}
					onChange={(next) =>
						onChange((now) => ({ ...now, weight: Math.max(LEAST_PX, next(now.weight)) }))
					}
				/>
				<NumberField
					label="Angle"
					unit="° ↻"
					value={angle}
					disabled={disabled}
					onChange={(next) => onChange((now) => ({ ...now, angle: next(now.angle) % 360 }))}
				/>
			</Box>
			<SwitchRow
				label="Ground beneath"
				checked={ground !== undefined}
				disabled={disabled}
				onChange={(on) =>
					onChange(({ ground: _, ...now }) => (on ? { ...now, ground: GROUND } : now))
				}
			/>
			{ground !== undefined && (
				<HexField
					key={ground}
					label="Colour of the ground"
					colour={ground}
					disabled={disabled}
					onChange={(next) => onChange((now) => ({ ...now, ground: next }))}
				/>
			)}
		</>
	)
}
