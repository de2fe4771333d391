'use client'

import RestartAltRounded from '@mui/icons-material/RestartAltRounded'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Slider from '@mui/material/Slider'
import Typography from '@mui/material/Typography'
import { memo, useId } from 'react'

interface LabelledSliderProps {
	readonly label: string
	readonly value: number
	/** The value in words, with its unit. */
	readonly shown: string
	readonly min: number
	readonly max: number
	readonly step: number
	/** The value that a reset gives back. */
	readonly normal: number
	readonly disabled?: boolean
	/** What is set must not depend on other values: this is not told when only they change. */
	readonly onChange: (value: number) => void
	/** The thumb was let go: the next change is a step of its own. */
	readonly onRest?: () => void
}

/**
 * A slider with its name and value above it; a way back to where it was, once it was moved. Drawn
 * anew only when what it shows changes: its neighbours move many times a second.
 */
export const LabelledSlider = memo(LabelledSliderShown, (a, b) => SHOWN.every((k) => a[k] === b[k]))

const SHOWN = ['label', 'value', 'shown', 'min', 'max', 'step', 'normal', 'disabled'] as const

function LabelledSliderShown({
	label,
	value,
	shown,
	min,
	max,
	step,
	normal,
	disabled = false,
	onChange,
	onRest,
}: LabelledSliderProps) {
	const id = useId()
	return (
		<Box>
			<Box sx={{ display: 'flex', alignItems: 'center', minHeight: 24 }}>
				<Typography id={id} variant="body2" sx={{ flexGrow: 1 }}>
					{label}
				</Typography>
				{value !== normal && !disabled && (
					<IconButton
						aria-label={`Reset ${label.toLowerCase()}`}
						onClick={() => {
							onChange(normal)
							onRest?.()
						}}
						sx={{ p: 0.25 }}
					>
						<RestartAltRounded sx={{ fontSize: 16 }} />
					</IconButton>
				)}
				<Typography className="number" sx={{ minWidth: 44, textAlign: 'right' }}>
					{shown}
				</Typography>
			</Box>
			<Box sx={{ px: 0.75 }}>
				<Slider
					aria-labelledby={id}
					getAriaValueText={() => shown}
					value={value}
					min={min}
					max={max}
					step={step}
					disabled={disabled}
					onChange={(_, next) => onChange(Number(next))}
					onChangeCommitted={() => onRest?.()}
					sx={{ py: 1, display: 'block' }}
				/>
			</Box>
		</Box>
	)
}
