'use client'

import Box from '@mui/material/Box'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { TOUCH } from '@/theme/widths'

/** One of a few things that are told by a small picture: a path in a box of 24 × 16, and its name. */
export function PictureChoice<T extends string>({
	label,
	value,
	pictures,
	disabled = false,
	onChange,
}: {
	label: string
	value: T
	pictures: readonly (readonly [value: T, says: string, stroke: PictureStroke])[]
	disabled?: boolean
	onChange: (value: T) => void
}) {
	return (
		<Box sx={{ display: 'grid', gap: 0.25 }}>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				{label}
			</Typography>
			<ToggleButtonGroup
				exclusive
				size="small"
				value={value}
				disabled={disabled}
				aria-label={label}
				onChange={(_, next: T | null) => next !== null && onChange(next)}
			>
				{pictures.map(([one, says, { d, ...stroke }]) => (
					<ToggleButton
						key={one}
						value={one}
						aria-label={says}
						title={says}
						sx={{ px: 0.75, py: 0.5, [TOUCH]: { minHeight: 34 } }}
					>
						<svg width="24" height="16" viewBox="0 0 24 16" aria-hidden="true">
							<path
								d={d}
								fill="none"
								stroke="currentColor"
								strokeOpacity={0.45}
								strokeWidth={8}
								{...stroke}
							/>
							<path d={d} fill="none" stroke="currentColor" strokeWidth={1.5} />
						</svg>
					</ToggleButton>
				))}
			</ToggleButtonGroup>
		</Box>
	)
}

export interface PictureStroke {
	readonly d: string
	readonly strokeLinecap?: 'butt' | 'round' | 'square'
	readonly strokeLinejoin?: 'miter' | 'round' | 'bevel'
}

const CORNER = 'M-4 11H15V-4'
const END = 'M-4 8H15'

/** How a stroke turns a corner. */
export const JOINS = [
	['round', 'Round', { d: CORNER, strokeLinejoin: 'round' }],
	['miter', 'Mitred', { d: CORNER, strokeLinejoin: 'miter' }],
	['bevel', 'Bevelled', { d: CORNER, strokeLinejoin: 'bevel' }],
] as const

/** How a stroke ends. */
export const CAPS = [
	['butt', 'Flat', { d: END, strokeLinecap: 'butt' }],
	['round', 'Round', { d: END, strokeLinecap: 'round' }],
	['square', 'Square', { d: END, strokeLinecap: 'square' }],
] as const
